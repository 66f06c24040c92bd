import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface WriteOffDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
  readonly onDone: (id: number) => void;
}

/** What a client will not pay: all that is open of an invoice, or a part of it, with the reason. */
export function WriteOffDialog({ document, onClose, onDone }: WriteOffDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ writtenOn: today as string, amount: '', reason: '' });
  const [write, { busy }] = useWrite('writeOff');
  const order = async (): Promise<void> => {
    const posted = settle(await write({ body: { documentId: document.id, ...form } }));
    if (posted) onDone(posted.id);
  };
  return (
    <Dialog title={`Write off ${document.number}`} onClose={onClose}>
      <p>
        {dollars(cents(document.openCents))} is open. What is written off becomes bad debt; its tax comes back where the
        tax code says so.
      </p>
      <FieldGrid>
        <DayField near={today} label="Written off on" {...field('writtenOn')} />
        <Field label="Amount" figures autoFocus {...field('amount')} hint="Empty: all that is open." />
        <Field label="Why" {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Write off
        </Button>
      </DialogActions>
    </Dialog>
  );
}
