import { useState } from 'react';
import { fileColumns } from '@lowtide/core/documents/sheet-file.ts';
import { SHEET_KINDS, sheetKind, type SheetKind } from '@lowtide/core/documents/sheets.ts';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import { useWrite } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { CsvText, PASTED } from '../ui/CsvText.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { cameInBefore, FileRefused } from '../ui/notes.tsx';

/** Reads a CSV file into sheets, which then wait to be looked at and posted. */
export function ImportSheetsDialog({ onClose }: { readonly onClose: () => void }) {
  const { through: month } = useShownBooks();
  const go = useGo();
  const [kind, setKind] = useState<SheetKind>('bills');
  const [file, setFile] = useState(PASTED);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [send, { busy }] = useWrite('importSheets');
  const take = async (): Promise<void> => {
    const written = await send({ params: { kind }, body: { month, ...file, again: cameInBefore(trouble) } });
    if (!written.ok) return setTrouble(written.trouble);
    const [first, ...others] = written.answer.drafts;
    onClose();
    go(first === undefined || others.length > 0 ? '/costs?part=drafts' : `/costs/${kind}/${first.id}`);
  };
  return (
    <Dialog title="Import CSV into a sheet" onClose={onClose} width={720}>
      <Choice
        label="What the file holds"
        value={kind}
        onChange={(next) => setKind(next as SheetKind)}
        options={SHEET_KINDS.map((one) => ({ value: one, text: sheetKind(one).title }))}
      />
      <CsvText
        file={file}
        onChange={(other) => {
          setFile(other);
          setTrouble(null);
        }}
      />
      <p>
        Columns:{' '}
        {fileColumns(kind)
          .map(({ name }) => name)
          .join(', ')}
        . Nothing is posted yet: the sheet opens and says what is wrong in it.
      </p>
      {trouble === null ? null : <FileRefused trouble={trouble} />}
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || file.csv.trim() === ''} onPress={() => void take()}>
          {cameInBefore(trouble) ? 'Import it again' : 'Import'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
