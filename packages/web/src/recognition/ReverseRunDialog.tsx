import { monthText } from '@lowtide/core/calendar/month.ts';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface ReverseRunDialogProps {
  readonly run: NonNullable<Answer<'recognition'>['latest']>;
  readonly onClose: () => void;
}

/** Reverses the latest run, so that it can be run again. */
export function ReverseRunDialog({ run, onClose }: ReverseRunDialogProps) {
  const { form, field, general, settle } = useTypedForm({ reason: '' });
  const [reverse, { busy }] = useWrite('unrecognize');
  const order = async (): Promise<void> => {
    if (settle(await reverse({ body: { documentId: run.documentId, reason: form.reason } }))) onClose();
  };
  return (
    <Dialog title={`Reverse the run of ${monthText(run.month)}`} onClose={onClose}>
      <p>Revenue, released cost and provisions of the run are posted back; the month may then be run again.</p>
      <Field label="Reason" autoFocus {...field('reason')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Reverse the run
        </Button>
      </DialogActions>
    </Dialog>
  );
}
