import { useState } from 'react';
import { FileTrigger } from 'react-aria-components/FileTrigger';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { useWrite } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Note, Remarks } from '../../ui/notes.tsx';

export interface FilesDialogProps {
  readonly id: number;
  /** Null where the sheet can no longer be changed. */
  readonly onRead: ((sheet: EstimateSheet) => void) | null;
  readonly onClose: () => void;
}

const FILES = [
  { kind: 'xlsx', name: 'Workbook', says: 'with formulas that go on calculating; read it back after editing' },
  { kind: 'csv', name: 'CSV', says: 'the cells as typed' },
  { kind: 'pdf', name: 'Proposal, PDF', says: 'for the client: sections and prices, no cost' },
] as const;

/** The estimate as files, out and in. */
export function FilesDialog({ id, onRead, onClose }: FilesDialogProps) {
  const [read, { busy }] = useWrite('readSheetFile');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const take = async (file: File | undefined): Promise<void> => {
    if (!file || !onRead) return;
    const content = /\.xlsx$/i.test(file.name) ? base64(new Uint8Array(await file.arrayBuffer())) : await file.text();
    const written = await read({ params: { id: String(id) }, body: { name: file.name, content } });
    if (!written.ok) return setTrouble(written.trouble);
    onRead(written.answer.sheet);
    onClose();
  };
  return (
    <Dialog title="Files of this estimate" onClose={onClose} width={560}>
      <ul style={{ display: 'grid', gap: 8, listStyle: 'none' }}>
        {FILES.map(({ kind, name, says }) => (
          <li key={kind}>
            <a
              href={`/api/estimates/${id}.${kind}`}
              {...(kind === 'pdf' ? { target: '_blank', rel: 'noreferrer' } : {})}
            >
              {name}
            </a>
            : {says}
          </li>
        ))}
      </ul>
      {onRead === null ? null : (
        <Note style={{ marginTop: 16, display: 'flex', gap: 12, alignItems: 'center' }}>
          <FileTrigger acceptedFileTypes={['.xlsx', '.csv']} onSelect={(files) => void take(files?.[0])}>
            <Button isDisabled={busy}>Read a file back</Button>
          </FileTrigger>
          Its rows take the place of those of the sheet; Ctrl Z brings these back.
        </Note>
      )}
      {trouble ? (
        <Remarks
          tone="trouble"
          title="Nothing was imported"
          remarks={trouble.problems.length > 0 ? trouble.problems : [{ at: '', message: trouble.detail }]}
        />
      ) : null}
      <DialogActions>
        <Button onPress={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function base64(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}
