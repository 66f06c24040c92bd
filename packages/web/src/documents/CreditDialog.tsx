import { CREDITED_WORK } from '@lowtide/core/documents/credit-note/form.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Choice } from '../ui/Choice.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

const WORK_IS = [
  { value: 'billed again', text: 'can be billed again' },
  { value: 'written down', text: 'are written down' },
];

export interface CreditDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
  readonly onDone: (id: number) => void;
}

/** A credit note against an invoice: all that is left of it, or a part; its tax follows. */
export function CreditDialog({ document, onClose, onDone }: CreditDialogProps) {
  const { today } = useShownBooks();
  const initial: Readonly<Record<'datedOn' | 'work' | 'text' | 'workIs', string>> = {
    ...{ datedOn: today, work: '', text: '', workIs: 'billed again' },
  };
  const { form, field, general, settle, acceptance } = useTypedForm(initial);
  const [credit, { busy }] = useWrite('creditNote');
  const order = async (): Promise<void> => {
    const workIs = CREDITED_WORK.find((each) => each === form.workIs) ?? CREDITED_WORK[0];
    const body = { documentId: document.id, ...form, workIs, acceptWarnings: acceptance !== null };
    const posted = settle(await credit({ body }));
    if (posted) onDone(posted.id);
  };
  return (
    <Dialog title={`Credit ${document.number}`} onClose={onClose}>
      <p>What the project billed and what the client owes become less; the invoice stays as it is.</p>
      <FieldGrid>
        <DayField near={today} label="Dated" {...field('datedOn')} />
        <Field label="Work credited" figures autoFocus {...field('work')} hint="Before tax. Empty: all that is left." />
        <Field label="Why" {...field('text')} />
        <Choice label="Hours and costs on it" options={WORK_IS} {...field('workIs')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          {acceptance ?? 'Post credit note'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
