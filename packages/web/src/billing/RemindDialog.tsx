import { reminderName } from '@lowtide/core/billing/reminders.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

type Account = Answer<'clientAccount'>;

interface RemindDialogProps {
  readonly client: Account['client'];
  readonly next: NonNullable<Account['next']>;
  readonly onClose: () => void;
}

/** The reminder that comes next: a letter that names everything overdue. */
export function RemindDialog({ client, next, onClose }: RemindDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ remindedOn: today as string, text: '' });
  const [remind, { busy }] = useWrite('remind');
  const send = async (): Promise<void> => {
    if (settle(await remind({ params: { id: String(client.id) }, body: form }))) onClose();
  };
  return (
    <Dialog title={`${reminderName(next.step)} to ${client.name}`} onClose={onClose}>
      <p>
        It names everything that is overdue, {dollars(next.amountCents)} in all, and is printed from the list of
        reminders.
      </p>
      <FieldGrid>
        <DayField near={today} label="Sent on" {...field('remindedOn')} />
        <Field label="Text of its own" autoFocus {...field('text')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          {reminderName(next.step)}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
