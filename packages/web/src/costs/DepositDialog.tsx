import { useState } from 'react';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import { PickField } from '../ui/PickField.tsx';

/** Money to a supplier before there is a bill. */
export function DepositButton() {
  const [isOpen, setOpen] = useState(false);
  return (
    <May do="keep-books">
      <div>
        <Button onPress={() => setOpen(true)}>Pay a deposit</Button>
      </div>
      {isOpen ? <DepositDialog onClose={() => setOpen(false)} /> : null}
    </May>
  );
}

function DepositDialog({ onClose }: { readonly onClose: () => void }) {
  const { today } = useShownBooks();
  const { answer: reference } = useRead('reference', {});
  const initial: Readonly<Record<'supplier' | 'paidOn' | 'amount' | 'text', string>> = {
    ...{ supplier: '', paidOn: today, amount: '', text: '' },
  };
  const { form, field, general, settle, acceptance } = useTypedForm(initial);
  const [pay, { busy }] = useWrite('supplierDeposit');
  const send = async (): Promise<void> => {
    if (settle(await pay({ body: { ...form, acceptWarnings: acceptance !== null } }))) onClose();
  };
  return (
    <Dialog title="Pay a deposit to a supplier" onClose={onClose}>
      <p>It waits on an account of its own. “Apply credit” on its page settles later bills with it.</p>
      <FieldGrid>
        <PickField label="Supplier" autoFocus options={reference?.suppliers ?? []} {...field('supplier')} />
        <DayField near={today} label="Paid on" {...field('paidOn')} />
        <Field label="Amount" figures {...field('amount')} />
        <Field label="Text" {...field('text')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          {acceptance ?? 'Pay deposit'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
