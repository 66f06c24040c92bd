import { useState } from 'react';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';

export interface SettleDialogProps {
  readonly document: Answer<'document'>['document'];
  /** The amount to begin with. */
  readonly typed: string;
  readonly onClose: () => void;
}

/** Money against an invoice or a bill: all that is open, or a part of it. */
export function SettleDialog({ document, typed, onClose }: SettleDialogProps) {
  const { today } = useShownBooks();
  const [paidOn, setPaidOn] = useState<string>(today);
  const [amount, setAmount] = useState(typed);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const receives = document.kind === 'invoice';
  const [receive, receiving] = useWrite('receipt');
  const [pay, paying] = useWrite('payment');
  const problem = (at: string): string | undefined => trouble?.problems.find((each) => each.at === at)?.message;
  const order = async (): Promise<void> => {
    const body = { documentId: document.id, paidOn, amount };
    const written = receives ? await receive({ body }) : await pay({ body });
    if (written.ok) onClose();
    else setTrouble(written.trouble);
  };
  return (
    <Dialog title={receives ? `Receipt against ${document.number}` : `Pay ${document.number}`} onClose={onClose}>
      <FieldGrid>
        <Field
          label={receives ? 'Received on' : 'Paid on'}
          value={paidOn}
          onChange={setPaidOn}
          problem={problem('paidOn')}
        />
        <Field
          label="Amount"
          figures
          autoFocus
          value={amount}
          onChange={setAmount}
          problem={problem('amount')}
          hint="All that is open, or a part."
        />
      </FieldGrid>
      {trouble && !problem('paidOn') && !problem('amount') ? (
        <Note $tone="trouble" role="alert">
          {trouble.detail}
        </Note>
      ) : null}
      <DialogActions>
        <Button onPress={onClose}>Leave open</Button>
        <Button $look="primary" isDisabled={receiving.busy || paying.busy} onPress={() => void order()}>
          {receives ? 'Record receipt' : 'Record payment'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
