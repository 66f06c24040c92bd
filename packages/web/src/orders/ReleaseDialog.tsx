import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface ReleaseDialogProps {
  readonly order: Answer<'order'>;
  readonly onClose: () => void;
}

/** What was withheld of a subcontract is owed from now on, all of it or a part. */
export function ReleaseDialog({ order, onClose }: ReleaseDialogProps) {
  const { today } = useShownBooks();
  const initial: Readonly<Record<'datedOn' | 'dueOn' | 'amount', string>> = { datedOn: today, dueOn: '', amount: '' };
  const { form, field, general, settle, acceptance } = useTypedForm(initial);
  const [release, { busy }] = useWrite('retentionRelease');
  const send = async (): Promise<void> => {
    const body = { orderId: order.id, ...form, acceptWarnings: acceptance !== null };
    if (settle(await release({ body }))) onClose();
  };
  return (
    <Dialog title={`Release retention of ${order.number}`} onClose={onClose}>
      <p>{dollars(order.retainedCents)} are withheld. What is released is among the bills to pay from then on.</p>
      <FieldGrid>
        <DayField near={today} label="Dated" {...field('datedOn')} />
        <DayField near={today} label="Due" {...field('dueOn')} />
        <Field label="Amount" figures autoFocus hint="Empty: all of it." {...field('amount')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          {acceptance ?? 'Release retention'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
