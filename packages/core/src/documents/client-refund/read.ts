import type { DayOrder } from '../../calendar/typed-date.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn, textIn } from '../../cells/cell.ts';
import type { Cents } from '../../money/cents.ts';
import { openDay, type LockedThrough } from '../../months/open-day.ts';
import { accepted, following, gathered, refused, type Decision } from '../../problems/decision.ts';
import type { RefundForm } from './form.ts';

export interface RefundBasis {
  /** What can be paid back: an open credit, or what is left of a deposit. */
  readonly left: Cents;
  readonly number: string;
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

/** What is paid back to a client, and when: no more than it has there. */
export function readRefund(
  form: RefundForm,
  { left, number, today, lockedThrough, dayOrder }: RefundBasis,
): Decision<{ readonly paidOn: IsoDate; readonly amount: Cents; readonly text: string }> {
  if (left <= 0) return refused({ at: 'documentId', kind: 'nothing-to-pay-back', number });
  return gathered({
    paidOn: following(
      ifFilled({ typed: form.paidOn, at: 'paidOn' }, today, (cell) => dayIn(cell, today, dayOrder)),
      (day) => openDay(day, lockedThrough, 'paidOn'),
    ),
    amount: following(ifFilled({ typed: form.amount, at: 'amount' }, left, moneyIn), (amount): Decision<Cents> => {
      const at = 'amount';
      if (amount <= 0) return refused({ at, kind: 'number-not-positive', field: 'the amount' });
      return amount > left ? refused({ at, kind: 'over-open-amount', open: left, asked: amount }) : accepted(amount);
    }),
    text: textIn({ typed: form.text, at: 'text' }, 'the text', 200),
  });
}
