import { useWrite } from '../../api/books-api.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/notes.tsx';
import type { Head } from './use-estimate.ts';

export interface DecideDialogProps {
  readonly deed: 'withdraw' | 'reject';
  readonly head: Head;
  readonly onClose: () => void;
}

const WORDS = {
  withdraw: {
    title: 'Revoke the approval of',
    does: 'Budget, contract, schedule of values and billing plan are again as they were before it. The approval stays on record.',
    button: 'Revoke approval',
  },
  reject: {
    title: 'Reject',
    does: 'It changes nothing and no longer counts as exposure. It stays on record.',
    button: 'Reject',
  },
} as const;

/** Takes an approval back, or rejects a change order; with a reason. */
export function DecideDialog({ deed, head, onClose }: DecideDialogProps) {
  const { form, field, general, settle } = useTypedForm({ reason: '' });
  const [order, { busy }] = useWrite(deed);
  const { title, does, button } = WORDS[deed];
  const decide = async (): Promise<void> => {
    if (settle(await order({ params: { id: String(head.id) }, body: { version: head.version, ...form } }))) onClose();
  };
  return (
    <Dialog title={`${title} ${head.number}`} onClose={onClose}>
      <p>{does}</p>
      <Field label="Reason" autoFocus {...field('reason')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void decide()}>
          {button}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
