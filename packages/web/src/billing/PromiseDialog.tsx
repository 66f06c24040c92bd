import { plainDollars } from '@lowtide/core/money/dollars.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

interface PromiseDialogProps {
  readonly account: Answer<'clientAccount'>;
  readonly onClose: () => void;
}

/** What a client said they would pay, and when. */
export function PromiseDialog({ account: { client, overdueCents }, onClose }: PromiseDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({
    promisedOn: '',
    amount: plainDollars(cents(overdueCents)),
    text: '',
  });
  const [promise, { busy }] = useWrite('promise');
  const note = async (): Promise<void> => {
    if (settle(await promise({ params: { id: String(client.id) }, body: form }))) onClose();
  };
  return (
    <Dialog title={`Promise of ${client.name}`} onClose={onClose}>
      <p>Until that day no reminder is due; afterwards the list says whether it was kept.</p>
      <FieldGrid>
        <DayField near={today} label="To be paid on" autoFocus {...field('promisedOn')} />
        <Field label="Amount" figures {...field('amount')} />
        <Field label="Who said it, and how" {...field('text')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void note()}>
          Note it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
