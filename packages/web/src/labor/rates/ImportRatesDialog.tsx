import { useState } from 'react';
import { BLANK_RATE_ROW } from '@lowtide/core/rates/rate-table.ts';
import { useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { Button } from '../../ui/Button.tsx';
import { CsvText, PASTED } from '../../ui/CsvText.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { cameInBefore, FileRefused, Note } from '../../ui/notes.tsx';

export interface ImportRatesDialogProps {
  readonly side: 'cost' | 'bill';
  readonly onClose: () => void;
}

/** Rates from a CSV file, whole or not at all; those that hold just so already are left as they are. */
export function ImportRatesDialog({ side, onClose }: ImportRatesDialogProps) {
  const [csv, setCsv] = useState(PASTED);
  const [told, setTold] = useState<Trouble | Answer<'importRates'> | null>(null);
  const [send, { busy }] = useWrite('importRates');
  const take = async (): Promise<void> => {
    const written = await send({ body: { side, ...csv, again: cameInBefore(told) } });
    setTold(written.ok ? written.answer : written.trouble);
  };
  return (
    <Dialog title={`Import ${side} rates from CSV`} onClose={onClose} width={640}>
      <CsvText
        file={csv}
        onChange={(other) => {
          setCsv(other);
          setTold(null);
        }}
      />
      <p>
        Columns: {Object.keys(BLANK_RATE_ROW).join(', ')}. Codes name whom a rate holds for; all empty is everybody.
      </p>
      {told !== null && 'added' in told ? (
        <Note $tone="good" role="status">
          {told.added} rates added.
        </Note>
      ) : null}
      {told !== null && 'detail' in told ? <FileRefused trouble={told} /> : null}
      <DialogActions>
        <Button onPress={onClose}>Close</Button>
        <Button $look="primary" isDisabled={busy || csv.csv.trim() === ''} onPress={() => void take()}>
          {cameInBefore(told) ? 'Import it again' : 'Import'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
