import { isNameableMonth, month, monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { useWrite } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface LockDialogProps {
  readonly lockedThrough: Month | null;
  readonly suggested: Month;
  readonly onClose: () => void;
}

const NOT_A_MONTH = 'Give a month as YYYY-MM, or leave it empty to lock none.';

/** Nothing posts into a locked month; locking and opening again say why, and the audit log keeps it. */
export function LockDialog({ lockedThrough, suggested, onClose }: LockDialogProps) {
  const { form, field, general, settle } = useTypedForm({ through: suggested as string, reason: '' });
  const [lock, { busy }] = useWrite('lockMonths');
  const typed = form.through.trim();
  const good = typed === '' || isNameableMonth(typed);
  const order = async (): Promise<void> => {
    const body = { through: typed === '' ? null : month(typed), reason: form.reason };
    if (settle(await lock({ body }))) onClose();
  };
  const now =
    lockedThrough === null
      ? 'No month is locked.'
      : `Locked through ${monthText(lockedThrough)}. An earlier month, or none, opens those after it again.`;
  return (
    <Dialog title="Lock or open months" onClose={onClose}>
      <p>{now}</p>
      <FieldGrid $columns={1}>
        <Field label="Locked through" autoFocus {...field('through')} {...(good ? {} : { problem: NOT_A_MONTH })} />
        <Field label="Reason" {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Leave as it is</Button>
        <Button $look="primary" isDisabled={busy || !good} onPress={() => void order()}>
          {typed === '' ? 'Open all months' : good ? `Lock through ${monthText(month(typed))}` : 'Lock'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
