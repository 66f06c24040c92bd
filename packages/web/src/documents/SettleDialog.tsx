import { kindOf } from '@lowtide/core/documents/kinds.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface SettleDialogProps {
  readonly document: Answer<'document'>['document'];
  /** The amount to begin with. */
  readonly typed: string;
  readonly onClose: () => void;
}

/** Money against an invoice or a bill: all that is open, or a part of it. */
export function SettleDialog({ document, typed, onClose }: SettleDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle, acceptance } = useTypedForm({ paidOn: today as string, amount: typed });
  const receives = kindOf(document.kind).openOn === 'receivable';
  const [record, { busy }] = useWrite(receives ? 'receipt' : 'payment');
  const order = async (): Promise<void> => {
    if (settle(await record({ body: { documentId: document.id, ...form, acceptWarnings: acceptance !== null } })))
      onClose();
  };
  return (
    <Dialog title={receives ? `Receipt against ${document.number}` : `Pay ${document.number}`} onClose={onClose}>
      <FieldGrid>
        <DayField near={today} label={receives ? 'Received on' : 'Paid on'} {...field('paidOn')} />
        <Field label="Amount" figures autoFocus {...field('amount')} hint="All that is open, or a part." />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          {acceptance ?? (receives ? 'Record receipt' : 'Record payment')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
