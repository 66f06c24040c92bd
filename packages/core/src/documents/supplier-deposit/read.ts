import type { IsoDate } from '../../calendar/iso-date.ts';
import type { DayOrder } from '../../calendar/typed-date.ts';
import { dayIn, moneyIn, required, textIn } from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import type { Cents } from '../../money/cents.ts';
import { postingDay, type LockedThrough } from '../../months/open-day.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { Supplier } from '../catalog.ts';
import type { SupplierDepositForm } from './form.ts';

export interface PaymentBasis {
  readonly suppliers: readonly Supplier[];
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

export interface ReadDeposit {
  readonly supplier: Supplier;
  readonly days: { readonly datedOn: IsoDate; readonly postedOn: IsoDate };
  readonly amount: Cents;
  readonly text: string;
}

/** Whom a deposit was paid to, when and how much: more than nothing. */
export function readSupplierDeposit(form: SupplierDepositForm, basis: PaymentBasis): Decision<ReadDeposit> {
  const { suppliers, today, lockedThrough, dayOrder } = basis;
  return gathered({
    supplier: required({ typed: form.supplier, at: 'supplier' }, 'the supplier', (cell) =>
      lookedUp(suppliers, cell, 'supplier'),
    ),
    days: following(
      required({ typed: form.paidOn, at: 'paidOn' }, 'the day', (cell) => dayIn(cell, today, dayOrder)),
      (datedOn) =>
        mapped(postingDay(datedOn, lockedThrough, { at: 'paidOn', mayPostLater: form.acceptWarnings }), (postedOn) => ({
          datedOn,
          postedOn,
        })),
    ),
    amount: required({ typed: form.amount, at: 'amount' }, 'the amount', (cell) =>
      following(moneyIn(cell), (amount) =>
        amount > 0 ? accepted(amount) : refused({ at: cell.at, kind: 'number-not-positive', field: 'the amount' }),
      ),
    ),
    text: textIn({ typed: form.text, at: 'text' }, 'the text', 200),
  });
}
