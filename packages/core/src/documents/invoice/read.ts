import { billedOf, billedSoFar, contractOn, scheduleOn } from '../../billing/schedule.ts';
import type { BilledNow } from '../../billing/withheld.ts';
import type { DayOrder } from '../../calendar/typed-date.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn, numberIn, required, textIn, withinBooks } from '../../cells/cell.ts';
import { salesTax, type TaxCode } from '../../ledger/tax-code.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import { millionthsOf } from '../../money/ratio.ts';
import { postingDay, type LockedThrough } from '../../months/open-day.ts';
import { usualDay } from '../../months/unusual-day.ts';
import { accepted, following, gathered, mapped, type Decision } from '../../problems/decision.ts';
import type { BilledProject } from '../billed-project.ts';
import {
  invoiceFigures,
  invoicedLines,
  NO_INVOICE_FIGURES,
  type InvoiceFigures,
  type InvoiceToPost,
} from './billed-invoice.ts';
import type { BillingShare } from './contract-share.ts';
import { dueIn } from './due.ts';
import type { InvoiceForm } from './form.ts';
import { shareOverSchedule } from './share-over-schedule.ts';

/** The contract an invoice is of, and what it earned by then. */
export interface BilledContract extends BilledProject {
  readonly earned: Cents;
}

export interface InvoiceBasis {
  readonly datedOn: Decision<IsoDate>;
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
  readonly taxCodes: readonly TaxCode[];
  readonly contract: Decision<BilledContract>;
}

/** The day an invoice is dated: as typed, else today. */
export function invoiceDay({ datedOn }: InvoiceForm, today: IsoDate, order: DayOrder): Decision<IsoDate> {
  return ifFilled({ typed: datedOn, at: 'datedOn' }, today, (cell) => dayIn(cell, today, order));
}

/** What the invoice comes to as far as it can be told, and the invoice, or all that is wrong with it. */
export function readInvoice(
  form: InvoiceForm,
  { datedOn, today, lockedThrough, dayOrder, taxCodes, contract }: InvoiceBasis,
): { readonly figures: InvoiceFigures; readonly decided: Decision<InvoiceToPost> } {
  const taxCode = ifFilled({ typed: form.taxCode, at: 'taxCode' }, null, (cell) =>
    lookedUp(taxCodes, cell, 'tax code'),
  );
  const day = datedOn.ok ? datedOn.value : today;
  const billed = following(gathered({ contract, share: shareIn(form) }), (read) =>
    following(shareOverSchedule(read.contract, day, read.share), (now) =>
      worked(read.contract, { now, day, taxCode: taxCode.ok ? taxCode.value : null }),
    ),
  );
  const days = following(datedOn, (dated) =>
    gathered({
      datedOn: usualDay(dated, { at: 'datedOn', today, mayBeUnusual: form.acceptWarnings }),
      postedOn: postingDay(dated, lockedThrough, { at: 'datedOn', mayPostLater: form.acceptWarnings }),
      dueOn: dueIn(
        { typed: form.dueOn, at: 'dueOn' },
        { near: dated, order: dayOrder },
        contract.ok ? contract.value.billing.termsDays : 0,
      ),
    }),
  );
  const text = textIn({ typed: form.text, at: 'text' }, 'the text', 400);
  const decided = mapped(gathered({ days, taxCode, text, billed }), (read): InvoiceToPost => {
    const { billing, client, lines, figures } = read.billed;
    return {
      billing,
      schedule: scheduleOn(billing, read.days.datedOn),
      client,
      ...read.days,
      lines,
      figures,
      text: read.text,
      taxCode: read.taxCode,
      form,
    };
  });
  return { figures: billed.ok ? billed.value.figures : standingFigures(contract, day), decided };
}

function worked(
  { billing, client, earned }: BilledContract,
  {
    now,
    day,
    taxCode,
  }: { readonly now: readonly BilledNow[]; readonly day: IsoDate; readonly taxCode: TaxCode | null },
) {
  const amount = sum(now.map(billedOf));
  return mapped(withinBooks({ typed: '', at: 'value' }, amount + salesTax(taxCode, amount)), () => {
    const work = { billing, schedule: scheduleOn(billing, day), now, taxCode };
    const lines = invoicedLines(work);
    return { billing, client, lines, figures: invoiceFigures(work, lines, { datedOn: day, earned }) };
  });
}

/** Where the contract stands, for whoever has not said yet how much to bill. */
function standingFigures(decided: Decision<BilledContract>, day: IsoDate): InvoiceFigures {
  if (!decided.ok) return NO_INVOICE_FIGURES;
  const { billing, earned } = decided.value;
  const contract = contractOn(billing, day);
  const billedBefore = billedOf(billedSoFar(scheduleOn(billing, day)));
  const leftAfter = billing.isPriced ? cents(contract - billedBefore) : ZERO;
  return { ...NO_INVOICE_FIGURES, contract, billedBefore, leftAfter, earned };
}

function shareIn({ share, value }: InvoiceForm): Decision<BillingShare> {
  const cell = { typed: value, at: 'value' };
  switch (share) {
    case 'rest':
      return accepted({ kind: 'rest' });
    case 'percent':
      return mapped(
        required(cell, 'the percent', (filled) => numberIn(filled, 4)),
        (millionths) => ({ kind: 'percent', share: millionthsOf(millionths) }),
      );
    case 'amount':
      return mapped(required(cell, 'the amount', moneyIn), (amount) => ({ kind: 'amount', amount }));
  }
}
