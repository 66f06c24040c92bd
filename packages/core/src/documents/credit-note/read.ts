import type { DayOrder } from '../../calendar/typed-date.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn, required, textIn } from '../../cells/cell.ts';
import type { PartyId, ProjectId } from '../../ledger/ids.ts';
import { cents, difference, type Cents } from '../../money/cents.ts';
import { ratio, shareOf } from '../../money/ratio.ts';
import { postingDay, type LockedThrough } from '../../months/open-day.ts';
import { usualDay } from '../../months/unusual-day.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { CreditNoteForm } from './form.ts';
import type { CreditNote } from './post.ts';

/** The invoice a note credits, and what notes before credited of it. */
export interface CreditedInvoice {
  readonly number: string;
  readonly client: PartyId;
  readonly project: ProjectId;
  readonly datedOn: IsoDate;
  readonly work: Cents;
  readonly tax: Cents;
  readonly workCredited: Cents;
  readonly taxCredited: Cents;
}

/** A credit note that can be posted. */
export interface ReadCreditNote extends CreditNote {
  readonly datedOn: IsoDate;
}

export interface CreditBasis {
  readonly invoice: CreditedInvoice;
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

/**
 * Part of an invoice, or all that is left of it. Tax follows the work credited of the invoice so far, so that notes which credit
 * all of the work credit all of the tax.
 */
export function readCreditNote(
  form: CreditNoteForm,
  { invoice, today, lockedThrough, dayOrder }: CreditBasis,
): Decision<ReadCreditNote> {
  const left = difference(invoice.work, invoice.workCredited);
  const datedOn = ifFilled({ typed: form.datedOn, at: 'datedOn' }, today, (cell) =>
    following(dayIn(cell, today, dayOrder), (day) => afterInvoice(day, invoice)),
  );
  const days = following(datedOn, (day) =>
    gathered({
      datedOn: usualDay(day, { at: 'datedOn', today, mayBeUnusual: form.acceptWarnings }),
      postedOn: postingDay(day, lockedThrough, { at: 'datedOn', mayPostLater: form.acceptWarnings }),
    }),
  );
  const parts = gathered({
    days,
    work: following(ifFilled({ typed: form.work, at: 'work' }, left, moneyIn), (work) => partOf(work, left, invoice)),
    text: required({ typed: form.text, at: 'text' }, 'why it is credited', (cell) => textIn(cell, 'the text', 400)),
  });
  return mapped(parts, (read) => ({
    ...read.days,
    work: read.work,
    text: read.text,
    client: invoice.client,
    project: invoice.project,
    tax: difference(taxOf(invoice, cents(invoice.workCredited + read.work)), invoice.taxCredited),
  }));
}

function taxOf({ work, tax }: CreditedInvoice, credited: Cents): Cents {
  return work === 0 ? cents(0) : shareOf(tax, ratio(credited, work));
}

function afterInvoice(day: IsoDate, { datedOn, number }: CreditedInvoice): Decision<IsoDate> {
  return day >= datedOn
    ? accepted(day)
    : refused({ at: 'datedOn', kind: 'days-out-of-order', earlier: `the day of ${number}`, later: 'the credit note' });
}

function partOf(work: Cents, left: Cents, { number }: CreditedInvoice): Decision<Cents> {
  const at = 'work';
  if (work > left || left === 0) return refused({ at, kind: 'over-invoice', number, left, asked: work });
  return work <= 0 ? refused({ at, kind: 'number-not-positive', field: 'the work credited' }) : accepted(work);
}
