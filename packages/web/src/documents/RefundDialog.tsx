import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface RefundDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
  readonly onDone: (id: number) => void;
}

/** Money back to a client: a credit that is open, or a deposit that no invoice used. */
export function RefundDialog({ document, onClose, onDone }: RefundDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ paidOn: today as string, amount: '', text: '' });
  const [pay, { busy }] = useWrite('refund');
  const order = async (): Promise<void> => {
    const posted = settle(await pay({ body: { documentId: document.id, ...form } }));
    if (posted) onDone(posted.id);
  };
  return (
    <Dialog title={`Pay back ${document.number}`} onClose={onClose}>
      <FieldGrid>
        <DayField near={today} label="Paid on" {...field('paidOn')} />
        <Field label="Amount" figures autoFocus {...field('amount')} hint="Empty: all that the client has there." />
        <Field label="Text" {...field('text')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Pay back
        </Button>
      </DialogActions>
    </Dialog>
  );
}
