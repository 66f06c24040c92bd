import { useShownBooks, useGo } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { usualReversalDay } from './usual-reversal-day.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface CorrectSheetDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
}

/** A document with a wrong amount: it is reversed, and its sheet waits filled in, to be put right and posted. */
export function CorrectSheetDialog({ document, onClose }: CorrectSheetDialogProps) {
  const { today, through: month } = useShownBooks();
  const go = useGo();
  const { answer } = useRead('postedSheet', { params: { id: String(document.id) } });
  const initial: Readonly<Record<'postedOn' | 'reason', string>> = {
    postedOn: usualReversalDay(document, today),
    reason: '',
  };
  const { form, field, general, settle } = useTypedForm(initial);
  const [reverse, { busy }] = useWrite('reverse');
  const [begin] = useWrite('newDraft');
  const correct = async (): Promise<void> => {
    if (answer === undefined) return;
    if (settle(await reverse({ params: { id: String(document.id) }, body: form })) === undefined) return;
    const made = settle(await begin({ body: { month, sheet: answer.sheet, preview: false } }));
    if (made) go(`/costs/${answer.sheet.kind}/${made.id}`);
    onClose();
  };
  return (
    <Dialog title={`Correct ${document.number}`} onClose={onClose}>
      <p>It is reversed, and its sheet opens as it was typed. Put it right there, and post it.</p>
      <FieldGrid>
        <DayField near={today} label="Reversed on" {...field('postedOn')} />
        <Field label="Reason" autoFocus {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || answer === undefined} onPress={() => void correct()}>
          Reverse and correct
        </Button>
      </DialogActions>
    </Dialog>
  );
}
