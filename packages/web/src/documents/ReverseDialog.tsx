import { useState } from 'react';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';

export interface ReverseDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
  readonly onDone: (id: number) => void;
}

/** Posts the opposite of a document; nothing posted is ever changed. */
export function ReverseDialog({ document, onClose, onDone }: ReverseDialogProps) {
  const { today } = useShownBooks();
  const [postedOn, setPostedOn] = useState<string>(today);
  const [reason, setReason] = useState('');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [reverse, { busy }] = useWrite('reverse');
  const problem = (at: string): string | undefined => trouble?.problems.find((each) => each.at === at)?.message;
  const order = async (): Promise<void> => {
    const written = await reverse({ params: { id: String(document.id) }, body: { postedOn, reason } });
    if (written.ok) onDone(written.answer.id);
    else setTrouble(written.trouble);
  };
  return (
    <Dialog title={`Reverse ${document.number}`} onClose={onClose}>
      <p>The same lines are posted with every sign turned. Both documents stay, linked to each other.</p>
      <FieldGrid $columns={1}>
        <Field label="Posted on" value={postedOn} onChange={setPostedOn} problem={problem('postedOn')} />
        <Field label="Reason" autoFocus value={reason} onChange={setReason} problem={problem('reason')} />
      </FieldGrid>
      {trouble && trouble.problems.every(({ at }) => at === '') ? (
        <Note $tone="trouble" role="alert">
          {trouble.detail}
        </Note>
      ) : null}
      <DialogActions>
        <Button onPress={onClose}>Leave as it is</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Reverse
        </Button>
      </DialogActions>
    </Dialog>
  );
}
