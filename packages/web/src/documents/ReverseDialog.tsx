import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { usualReversalDay } from './usual-reversal-day.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface ReverseDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
  readonly onDone: (id: number) => void;
}

/** Posts the opposite of a document; nothing posted is ever changed. */
export function ReverseDialog({ document, onClose, onDone }: ReverseDialogProps) {
  const { today } = useShownBooks();
  const initial = { postedOn: usualReversalDay(document, today), reason: '' };
  const { form, field, general, settle } = useTypedForm(initial);
  const [reverse, { busy }] = useWrite('reverse');
  const order = async (): Promise<void> => {
    const posted = settle(await reverse({ params: { id: String(document.id) }, body: form }));
    if (posted) onDone(posted.id);
  };
  return (
    <Dialog title={`Reverse ${document.number}`} onClose={onClose}>
      <p>The same lines are posted with every sign turned. Both documents stay, linked to each other.</p>
      <FieldGrid $columns={1}>
        <DayField near={today} label="Posted on" {...field('postedOn')} />
        <Field label="Reason" autoFocus {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Reverse
        </Button>
      </DialogActions>
    </Dialog>
  );
}
