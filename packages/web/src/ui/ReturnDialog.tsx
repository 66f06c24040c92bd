import { useState } from 'react';
import { Button } from './Button.tsx';
import { Dialog, DialogActions } from './Dialog.tsx';
import { Field } from './Field.tsx';

export interface ReturnDialogProps {
  /** What goes back, as in `the week of 8 Mar`. */
  readonly what: string;
  /** Who reads the reason. */
  readonly reader: string;
  readonly button: string;
  /** Gives it back; answers why it could not be. */
  readonly onReturn: (reason: string) => Promise<string | undefined>;
  readonly onClose: () => void;
}

/** Something goes back to whoever entered it, with a reason. */
export function ReturnDialog({ what, reader, button, onReturn, onClose }: ReturnDialogProps) {
  const [reason, setReason] = useState('');
  const [why, setWhy] = useState<string | undefined>(undefined);
  const [isBusy, setBusy] = useState(false);
  const giveBack = async (): Promise<void> => {
    setBusy(true);
    const refused = await onReturn(reason);
    setBusy(false);
    if (refused === undefined) return onClose();
    setWhy(refused);
  };
  return (
    <Dialog title={`Return ${what}`} onClose={onClose}>
      <Field label={`Why, for ${reader}`} lines={3} autoFocus value={reason} problem={why} onChange={setReason} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={isBusy} onPress={() => void giveBack()}>
          {button}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
