import type { DayOrder, DayReading } from '../../calendar/typed-date.ts';
import { plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn, numberIn, required, textIn, withinBooks } from '../../cells/cell.ts';
import type { PartyId, ProjectId } from '../../ledger/ids.ts';
import { salesTax, type TaxCode } from '../../ledger/tax-code.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { cents, ZERO, type Cents } from '../../money/cents.ts';
import { millionthsOf } from '../../money/ratio.ts';
import { postingDay, type LockedThrough } from '../../months/open-day.ts';
import { usualDay } from '../../months/unusual-day.ts';
import { accepted, following, gathered, mapped, unless, type Decision } from '../../problems/decision.ts';
import type { ProjectPosition } from '../../progress/project-position.ts';
import { contractShare, workWithoutPrice, type BillingShare } from './contract-share.ts';
import type { InvoiceForm } from './form.ts';
import type { ProgressInvoice } from './post.ts';

export interface InvoiceFigures {
  readonly work: Cents;
  readonly tax: Cents;
  readonly due: Cents;
  readonly contract: Cents;
  readonly billedBefore: Cents;
  readonly leftAfter: Cents;
  readonly earned: Cents;
}

export const NO_INVOICE_FIGURES: InvoiceFigures = {
  ...{ work: ZERO, tax: ZERO, due: ZERO, contract: ZERO, billedBefore: ZERO, leftAfter: ZERO, earned: ZERO },
};

/** An invoice that can be posted. */
export interface ReadInvoice extends ProgressInvoice {
  readonly datedOn: IsoDate;
  readonly dueOn: IsoDate;
}

/** The contract an invoice is of, where it stands; billed is all that is billed by now, whatever its month. */
export interface BilledContract {
  readonly project: ProjectId;
  readonly client: PartyId;
  readonly termsDays: number;
  readonly position: Pick<ProjectPosition, 'contract' | 'billed' | 'earned'>;
  /** False where it earns as billed and no price was agreed. */
  readonly isPriced: boolean;
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
): { readonly figures: InvoiceFigures; readonly decided: Decision<ReadInvoice> } {
  const taxCode = ifFilled({ typed: form.taxCode, at: 'taxCode' }, null, (cell) =>
    lookedUp(taxCodes, cell, 'tax code'),
  );
  const billed = following(gathered({ contract, share: shareIn(form) }), (read) =>
    mapped(figuresOf(read.contract, read.share, taxCode.ok ? taxCode.value : null), (figures) => ({
      figures,
      contract: read.contract,
    })),
  );
  const days = following(datedOn, (day) =>
    gathered({
      datedOn: usualDay(day, { at: 'datedOn', today, mayBeUnusual: form.acceptWarnings }),
      postedOn: postingDay(day, lockedThrough, { at: 'datedOn', mayPostLater: form.acceptWarnings }),
      dueOn: dueIn(form, { near: day, order: dayOrder }, contract.ok ? contract.value.termsDays : 0),
    }),
  );
  const text = textIn({ typed: form.text, at: 'text' }, 'the text', 400);
  const decided = mapped(gathered({ days, taxCode, text, billed }), (read) => ({
    ...{ client: read.billed.contract.client, project: read.billed.contract.project, ...read.days },
    ...{ work: read.billed.figures.work, tax: read.billed.figures.tax, text: read.text },
  }));
  return { figures: billed.ok ? billed.value.figures : standingFigures(contract), decided };
}

/** Where the contract stands, for whoever has not said yet how much to bill. */
function standingFigures(decided: Decision<BilledContract>): InvoiceFigures {
  if (!decided.ok) return NO_INVOICE_FIGURES;
  const { contract, billed, earned } = decided.value.position;
  const leftAfter = decided.value.isPriced ? cents(contract - billed) : ZERO;
  return { ...NO_INVOICE_FIGURES, contract, billedBefore: billed, leftAfter, earned };
}

function dueIn({ dueOn }: InvoiceForm, { near: datedOn, order }: DayReading, termsDays: number): Decision<IsoDate> {
  const cell = { typed: dueOn, at: 'dueOn' };
  return following(
    ifFilled(cell, plusDays(datedOn, termsDays), (filled) => dayIn(filled, datedOn, order)),
    (day) =>
      unless(
        day < datedOn
          ? [{ at: 'dueOn', kind: 'days-out-of-order', earlier: 'the invoice date', later: 'the due date' }]
          : [],
        day,
      ),
  );
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

function figuresOf(
  { position: { contract, billed, earned }, isPriced }: BilledContract,
  share: BillingShare,
  taxCode: TaxCode | null,
): Decision<InvoiceFigures> {
  const asked = isPriced ? contractShare(contract, billed, share) : workWithoutPrice(share);
  return following(asked, (work) => {
    const tax = salesTax(taxCode, work);
    const leftAfter = isPriced ? cents(contract - billed - work) : ZERO;
    return mapped(withinBooks({ typed: '', at: 'value' }, work + tax), (due) => ({
      ...{ work, tax, due, contract, billedBefore: billed, leftAfter, earned },
    }));
  });
}
