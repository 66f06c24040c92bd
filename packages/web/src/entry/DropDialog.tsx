import { useState } from 'react';
import type { Written } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

interface DropDialogProps {
  readonly name: string;
  /** What dropping it means. */
  readonly words: string;
  readonly drop: (reason: string) => Promise<Written<unknown>>;
  readonly onClose: () => void;
}

/** Drops something that came in, with the reason. */
export function DropDialog({ name, words, drop, onClose }: DropDialogProps) {
  const { form, field, general, settle } = useTypedForm({ reason: '' });
  const [busy, setBusy] = useState(false);
  const send = async (): Promise<void> => {
    setBusy(true);
    const dropped = settle(await drop(form.reason));
    setBusy(false);
    if (dropped) onClose();
  };
  return (
    <Dialog title={`Drop ${name}`} onClose={onClose}>
      <p>{words}</p>
      <Field label="Reason" autoFocus {...field('reason')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Drop it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
