import type { DayOrder } from '../../calendar/typed-date.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn } from '../../cells/cell.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { cents, type Cents } from '../../money/cents.ts';
import { openDay, type LockedThrough } from '../../months/open-day.ts';
import { accepted, following, gathered, refused, type Decision } from '../../problems/decision.ts';
import type { OffsetForm } from './form.ts';

/** A document with what it has open; negative for a credit. */
export interface OpenDocument {
  readonly number: string;
  readonly party: PartyId | null;
  readonly open: Cents;
}

export interface OffsetBasis {
  readonly document: OpenDocument;
  readonly credit: OpenDocument;
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

/** How much of the credit settles the document, and when: both of one party, one open each way, no more than either has open. */
export function readOffset(
  form: OffsetForm,
  { document, credit, today, lockedThrough, dayOrder }: OffsetBasis,
): Decision<{ readonly appliedOn: IsoDate; readonly amount: Cents }> {
  const most = cents(Math.min(Math.max(0, document.open), Math.max(0, -credit.open)));
  return following(fits(document, credit), () =>
    gathered({
      appliedOn: following(
        ifFilled({ typed: form.appliedOn, at: 'appliedOn' }, today, (cell) => dayIn(cell, today, dayOrder)),
        (day) => openDay(day, lockedThrough, 'appliedOn'),
      ),
      amount: following(ifFilled({ typed: form.amount, at: 'amount' }, most, moneyIn), (amount) =>
        withinOpen(amount, most),
      ),
    }),
  );
}

function fits(document: OpenDocument, credit: OpenDocument): Decision<null> {
  const names = { at: 'creditId', number: credit.number, other: document.number };
  if (document.party === null || document.party !== credit.party) return refused({ ...names, kind: 'other-party' });
  return document.open > 0 && credit.open < 0 ? accepted(null) : refused({ ...names, kind: 'same-side' });
}

function withinOpen(amount: Cents, open: Cents): Decision<Cents> {
  const at = 'amount';
  if (amount <= 0) return refused({ at, kind: 'number-not-positive', field: 'the amount' });
  return amount > open ? refused({ at, kind: 'over-open-amount', open, asked: amount }) : accepted(amount);
}
