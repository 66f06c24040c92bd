import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import { PickField } from '../ui/PickField.tsx';

export interface ApplyCreditDialogProps {
  /** What is open the other way: a credit note, or a bill below zero. */
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
}

/** Settles with a credit what is open with the same party. No money moves. */
export function ApplyCreditDialog({ document, onClose }: ApplyCreditDialogProps) {
  const { asOf, today } = useShownBooks();
  const initial: Readonly<Record<'number' | 'appliedOn' | 'amount', string>> = {
    number: '',
    appliedOn: today,
    amount: '',
  };
  const { form, field, general, settle } = useTypedForm(initial);
  const { answer } = useRead('documents', { query: { ...asOf, open: 'yes', text: document.party ?? '' } });
  const owed = (answer?.rows ?? []).filter(({ openCents, party }) => openCents > 0 && party === document.party);
  const [apply, { busy }] = useWrite('offset');
  const order = async (): Promise<void> => {
    const { number, ...typed } = form;
    const documentId = owed.find((each) => each.number === number)?.id;
    if (documentId === undefined) return;
    if (settle(await apply({ body: { documentId, creditId: document.id, ...typed } }))) onClose();
  };
  return (
    <Dialog title={`Apply ${document.number}`} onClose={onClose}>
      <FieldGrid>
        <PickField
          label="Against"
          autoFocus
          options={owed.map(({ number, openCents }) => ({ code: number, name: `${dollars(openCents)} open` }))}
          {...field('number', 'creditId')}
        />
        <DayField near={today} label="On" {...field('appliedOn')} />
        <Field label="Amount" figures {...field('amount')} hint="Empty: as much as both have open." />
      </FieldGrid>
      <Refused
        why={general ?? (answer && owed.length === 0 ? 'Nothing is open with this party that it could settle.' : null)}
      />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || form.number === ''} onPress={() => void order()}>
          Apply credit
        </Button>
      </DialogActions>
    </Dialog>
  );
}
