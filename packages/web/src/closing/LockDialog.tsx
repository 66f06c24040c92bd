import { useState } from 'react';
import { isNameableMonth, month, monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { useWrite } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';

export interface LockDialogProps {
  readonly lockedThrough: Month | null;
  readonly suggested: Month;
  readonly onClose: () => void;
}

/** Nothing posts into a locked month; locking and opening again say why, and the audit log keeps it. */
export function LockDialog({ lockedThrough, suggested, onClose }: LockDialogProps) {
  const [through, setThrough] = useState<string>(suggested);
  const [reason, setReason] = useState('');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [lock, { busy }] = useWrite('lockMonths');
  const typed = through.trim();
  const good = typed === '' || isNameableMonth(typed);
  const order = async (): Promise<void> => {
    const written = await lock({ body: { through: typed === '' ? null : month(typed), reason } });
    if (written.ok) onClose();
    else setTrouble(written.trouble);
  };
  const problem = trouble?.problems.find(({ at }) => at === 'reason')?.message;
  return (
    <Dialog title="Lock or open months" onClose={onClose}>
      <p>
        {lockedThrough === null
          ? 'No month is locked.'
          : `Locked through ${monthText(lockedThrough)}. An earlier month, or none, opens those after it again.`}
      </p>
      <FieldGrid $columns={1}>
        <Field
          label="Locked through"
          autoFocus
          value={through}
          onChange={setThrough}
          problem={good ? undefined : 'Give a month as YYYY-MM, or leave it empty to lock none.'}
        />
        <Field label="Reason" value={reason} onChange={setReason} problem={problem} />
      </FieldGrid>
      {trouble && problem === undefined ? (
        <Note $tone="trouble" role="alert">
          {trouble.detail}
        </Note>
      ) : null}
      <DialogActions>
        <Button onPress={onClose}>Leave as it is</Button>
        <Button $look="primary" isDisabled={busy || !good} onPress={() => void order()}>
          {typed === '' ? 'Open all months' : good ? `Lock through ${monthText(month(typed))}` : 'Lock'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
