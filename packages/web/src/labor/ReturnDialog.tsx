import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { useWrite } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import type { EnteredWeek } from './entered-week.ts';

export interface ReturnDialogProps {
  readonly week: EnteredWeek;
  readonly onClose: () => void;
}

/** A week goes back to whoever entered it, with a reason. */
export function ReturnDialog({ week, onClose }: ReturnDialogProps) {
  const [reason, setReason] = useState('');
  const [why, setWhy] = useState<string | undefined>(undefined);
  const [send, { busy }] = useWrite('returnTimesheet');
  const giveBack = async (): Promise<void> => {
    const written = await send({ params: { id: String(week.id) }, body: { version: week.version, reason } });
    if (written.ok) return onClose();
    setWhy(written.trouble.detail);
  };
  return (
    <Dialog title={`Return the week of ${dayText(week.weekOn)}`} onClose={onClose}>
      <Field
        label={`Why, for ${week.employee}`}
        lines={3}
        autoFocus
        value={reason}
        problem={why}
        onChange={setReason}
      />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void giveBack()}>
          Return the week
        </Button>
      </DialogActions>
    </Dialog>
  );
}
