import { Button } from './Button.tsx';
import { Dialog, DialogActions } from './Dialog.tsx';

export interface ConfirmDialogProps {
  readonly title: string;
  /** What is gone then. */
  readonly text: string;
  readonly button: string;
  readonly onConfirm: () => void;
  readonly onClose: () => void;
}

/** Asks before something goes for good. */
export function ConfirmDialog({ title, text, button, onConfirm, onClose }: ConfirmDialogProps) {
  return (
    <Dialog title={title} onClose={onClose} urgent>
      <p>{text}</p>
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" autoFocus onPress={onConfirm}>
          {button}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
