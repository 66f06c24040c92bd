import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface CloseOrderDialogProps {
  readonly order: Answer<'order'>;
  readonly onClose: () => void;
}

/** Nothing more is expected of an order: each line comes to what was received or billed of it. */
export function CloseOrderDialog({ order, onClose }: CloseOrderDialogProps) {
  const { today } = useShownBooks();
  const initial: Readonly<Record<'datedOn' | 'reason', string>> = { datedOn: today, reason: '' };
  const { form, field, general, settle, acceptance } = useTypedForm(initial);
  const [close, { busy }] = useWrite('closeOrder');
  const send = async (): Promise<void> => {
    const body = { ...form, acceptWarnings: acceptance !== null };
    if (settle(await close({ params: { id: String(order.id) }, body }))) onClose();
  };
  return (
    <Dialog title={`Close ${order.number} short`} onClose={onClose}>
      <p>
        What is still open of it is not expected any more, and no longer committed. What was received and billed stays.
        It is a new version, and can be reversed.
      </p>
      <FieldGrid>
        <DayField near={today} label="From" {...field('datedOn')} />
        <Field label="Reason" autoFocus {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          {acceptance ?? 'Close order'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
