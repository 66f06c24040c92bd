import { useWrite } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

interface KeepDialogProps {
  readonly title: string;
  /** Where it is kept. */
  readonly page: string;
  /** What is kept, as text. */
  readonly state: string;
  readonly onClose: () => void;
}

/** Keeps what was typed on a page under a name; one of the same name is replaced. */
export function KeepDialog({ title, page, state, onClose }: KeepDialogProps) {
  const { form, field, general, settle } = useTypedForm({ name: '' });
  const [keep, { busy }] = useWrite('keepView');
  const send = async (): Promise<void> => {
    if (settle(await keep({ params: { page }, body: { name: form.name, state } }))) onClose();
  };
  return (
    <Dialog title={title} onClose={onClose}>
      <p>One of yours with the same name is replaced.</p>
      <Field label="Name" autoFocus {...field('name')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
