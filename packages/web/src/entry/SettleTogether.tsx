import { useState } from 'react';
import { cents, difference, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import { plural } from '../ui/plural.ts';

type Row = Answer<'documents'>['rows'][number];

export interface SettleTogetherProps {
  readonly openOn: 'receivable' | 'payable';
  /** Those that are ticked. */
  readonly rows: readonly Row[];
  readonly onClear: () => void;
}

const WORDS = {
  payable: { one: 'bill', act: 'Pay them', title: 'Pay', done: 'Record payment', day: 'Paid on' },
  receivable: {
    one: 'invoice',
    act: 'Record a receipt',
    title: 'Receipt for',
    done: 'Record receipt',
    day: 'Received on',
  },
} as const;

/** What the ticked documents come to, and the step that settles all of them. */
export function SettleTogether({ openOn, rows, onClear }: SettleTogetherProps) {
  const [isOpen, setOpen] = useState(false);
  if (rows.length === 0) return null;
  const { one, act } = WORDS[openOn];
  return (
    <p role="status" style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
      <span>
        <strong>{plural(rows.length, one)}</strong> ticked, open {dollars(openOf(rows))} in all
      </span>
      <Button $look="primary" onPress={() => setOpen(true)}>
        {act}
      </Button>
      <Button $look="quiet" onPress={onClear}>
        Clear
      </Button>
      {isOpen ? (
        <TogetherDialog
          openOn={openOn}
          rows={rows}
          onClose={() => setOpen(false)}
          onDone={() => {
            setOpen(false);
            onClear();
          }}
        />
      ) : null}
    </p>
  );
}

function openOf(rows: readonly Row[]): Cents {
  return sum(rows.map(({ openCents }) => openCents));
}

interface TogetherDialogProps extends Omit<SettleTogetherProps, 'onClear'> {
  readonly onClose: () => void;
  readonly onDone: () => void;
}

/** All that is open of each, or an amount for those due first; what is left over is said. */
function TogetherDialog({ openOn, rows, onClose, onDone }: TogetherDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle, acceptance } = useTypedForm({ paidOn: today as string, amount: '' });
  const [receive, receiving] = useWrite('receiptTogether');
  const [pay, paying] = useWrite('paymentTogether');
  const { one, title, done, day } = WORDS[openOn];
  const parties = new Set(rows.map(({ party }) => party)).size;
  const order = async (): Promise<void> => {
    const body = { documentIds: rows.map(({ id }) => id), ...form, acceptWarnings: acceptance !== null };
    if (settle(await (openOn === 'receivable' ? receive : pay)({ body }))) onDone();
  };
  return (
    <Dialog title={`${title} ${plural(rows.length, one)}`} onClose={onClose}>
      <p>
        {dollars(openOf(rows))} is open, of {plural(parties, 'party', 'parties')}; one{' '}
        {openOn === 'receivable' ? 'receipt' : 'payment'} is posted for each.
      </p>
      <FieldGrid>
        <DayField near={today} label={day} autoFocus {...field('paidOn')} />
        <Field label="Amount" figures hint="Empty: all that is open." {...field('amount')} />
      </FieldGrid>
      <p aria-live="polite">{leftOver(openOf(rows), form.amount)}</p>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={receiving.busy || paying.busy} onPress={() => void order()}>
          {acceptance ?? done}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** What an amount leaves open, or what is more than is open. */
function leftOver(open: Cents, typed: string): string {
  const read = typedNumber(typed, 2);
  if (typed.trim() === '' || read.kind !== 'number') return 'Each is settled wholly.';
  const amount = cents(read.scaled);
  const left = difference(open, amount);
  if (left === ZERO) return 'Each is settled wholly.';
  return left > 0
    ? `${dollars(left)} stays open: what is due first is settled first.`
    : `${dollars(difference(amount, open))} is more than is open of them. Tick more, or type less.`;
}
