import { useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { useWrite, type Answer } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';

export interface ReverseRunDialogProps {
  readonly run: NonNullable<Answer<'recognition'>['latest']>;
  readonly onClose: () => void;
}

/** Reverses the latest run, so that it can be run again. */
export function ReverseRunDialog({ run, onClose }: ReverseRunDialogProps) {
  const [reason, setReason] = useState('');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [reverse, { busy }] = useWrite('unrecognize');
  const order = async (): Promise<void> => {
    const written = await reverse({ body: { documentId: run.documentId, reason } });
    if (written.ok) onClose();
    else setTrouble(written.trouble);
  };
  const problem = trouble?.problems.find(({ at }) => at === 'reason')?.message;
  return (
    <Dialog title={`Reverse the run of ${monthText(run.month)}`} onClose={onClose}>
      <p>Revenue, released cost and provisions of the run are posted back; the month may then be run again.</p>
      <Field label="Reason" autoFocus value={reason} onChange={setReason} problem={problem} />
      {trouble && problem === undefined ? (
        <Note $tone="trouble" role="alert">
          {trouble.detail}
        </Note>
      ) : null}
      <DialogActions>
        <Button onPress={onClose}>Leave it</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Reverse the run
        </Button>
      </DialogActions>
    </Dialog>
  );
}
