import type { Cents } from '@lowtide/core/money/cents.ts';
import { plainDollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useWrite } from '../../api/books-api.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { DayField } from '../../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/notes.tsx';

export interface PayLiabilityDialogProps {
  readonly account: { readonly code: string; readonly name: string; readonly owedCents: Cents };
  readonly onClose: () => void;
}

/** What payroll left owed on an account is paid from the bank: all of it, or a part. */
export function PayLiabilityDialog({ account, onClose }: PayLiabilityDialogProps) {
  const { today } = useShownBooks();
  const first = { paidOn: today as string, amount: plainDollars(account.owedCents), text: '' };
  const { form, field, general, settle, acceptance } = useTypedForm(first);
  const [send, { busy }] = useWrite('payLiability');
  const pay = async (): Promise<void> => {
    const body = { account: account.code, ...form, acceptWarnings: acceptance !== null };
    if (settle(await send({ body }))) onClose();
  };
  return (
    <Dialog title={`Pay ${account.name}`} onClose={onClose}>
      <FieldGrid>
        <DayField near={today} label="Paid on" {...field('paidOn')} />
        <Field label="Amount" figures autoFocus {...field('amount')} hint="All that is owed, or a part." />
      </FieldGrid>
      <Field label="Text" {...field('text')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void pay()}>
          {acceptance ?? 'Record payment'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
