import type { DayOrder } from '../../calendar/typed-date.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn, required, textIn } from '../../cells/cell.ts';
import type { Cents } from '../../money/cents.ts';
import { openDay, type LockedThrough } from '../../months/open-day.ts';
import { accepted, following, gathered, refused, type Decision } from '../../problems/decision.ts';
import type { WriteOffForm } from './form.ts';

export interface WriteOffBasis {
  readonly open: Cents;
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

export interface ReadWriteOff {
  readonly writtenOn: IsoDate;
  readonly amount: Cents;
  readonly reason: string;
}

/** What is written off: all that is open or a part of it, with the reason. */
export function readWriteOff(
  form: WriteOffForm,
  { open, today, lockedThrough, dayOrder }: WriteOffBasis,
): Decision<ReadWriteOff> {
  return gathered({
    writtenOn: following(
      ifFilled({ typed: form.writtenOn, at: 'writtenOn' }, today, (cell) => dayIn(cell, today, dayOrder)),
      (day) => openDay(day, lockedThrough, 'writtenOn'),
    ),
    amount: following(ifFilled({ typed: form.amount, at: 'amount' }, open, moneyIn), (amount) => partOf(amount, open)),
    reason: required({ typed: form.reason, at: 'reason' }, 'why it is written off', (cell) =>
      textIn(cell, 'the reason', 400),
    ),
  });
}

function partOf(amount: Cents, open: Cents): Decision<Cents> {
  const at = 'amount';
  if (amount <= 0) return refused({ at, kind: 'number-not-positive', field: 'the amount' });
  return amount > open ? refused({ at, kind: 'over-open-amount', open, asked: amount }) : accepted(amount);
}
