import { takenOf, type DepositMove } from '../../billing/deposits.ts';
import type { BilledValue } from '../../billing/billed-values.ts';
import { billedOf, billedSoFar, contractOn, type ProjectBilling, type ScheduledLine } from '../../billing/schedule.ts';
import { withheldNow, type BilledNow } from '../../billing/withheld.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import type { AccountId, PartyId } from '../../ledger/ids.ts';
import type { Roles } from '../../ledger/roles.ts';
import { taxOnWork, type TaxCode } from '../../ledger/tax-code.ts';
import { cents, difference, opposite, sum, ZERO, type Cents } from '../../money/cents.ts';
import type { Effect } from '../effect.ts';
import type { Posting } from '../posting.ts';
import { progressBilled, type ProgressInvoice } from './post.ts';

/** An invoice of a project's work, before it is worked out. */
export interface WorkToBill {
  readonly billing: ProjectBilling;
  readonly schedule: readonly ScheduledLine[];
  readonly now: readonly BilledNow[];
  readonly taxCode: TaxCode | null;
}

/** A line of an invoice as it is billed, printed and kept. */
export interface InvoicedLine {
  readonly line: number | null;
  readonly number: number;
  readonly name: string;
  readonly origin: string;
  readonly value: Cents;
  readonly workBefore: Cents;
  readonly storedBefore: Cents;
  readonly work: Cents;
  readonly stored: Cents;
  readonly withheldBefore: Cents;
  readonly withheld: Cents;
}

/** What an invoice comes to. */
export interface InvoiceFigures {
  /** Work billed before tax, what is held back of it and stored materials among it. */
  readonly work: Cents;
  readonly tax: Cents;
  /** Missing in invoices from before retention was kept. */
  readonly withheld?: Cents;
  /** What was held back before and is to be paid with it; missing where nothing is. */
  readonly released?: Cents;
  /** What deposits pay of it, tax included; missing where nothing is. */
  readonly drawn?: Cents;
  /** What is to be paid now. */
  readonly due: Cents;
  readonly contract: Cents;
  readonly billedBefore: Cents;
  readonly leftAfter: Cents;
  readonly earned: Cents;
}

export const NO_INVOICE_FIGURES = {
  ...{ work: ZERO, tax: ZERO, withheld: ZERO, due: ZERO },
  ...{ contract: ZERO, billedBefore: ZERO, leftAfter: ZERO, earned: ZERO },
} as const satisfies InvoiceFigures;

/** The lines of an invoice with what is withheld of each. */
export function invoicedLines({ billing, schedule, now }: WorkToBill): readonly InvoicedLine[] {
  const withheld = withheldNow(billing.terms, now, schedule);
  return now.map(({ line, work, stored }, index) => ({
    ...{ line: line.id, number: line.number, name: line.name, origin: line.origin, value: line.value },
    ...{ workBefore: line.billed.work, storedBefore: line.billed.stored, work, stored },
    ...{ withheldBefore: line.billed.withheld, withheld: withheld[index] ?? ZERO },
  }));
}

/** What an invoice comes to by its lines. */
export function invoiceFigures(
  { billing, schedule, taxCode }: WorkToBill,
  lines: readonly InvoicedLine[],
  { datedOn, earned }: { readonly datedOn: IsoDate; readonly earned: Cents },
): InvoiceFigures {
  const work = sum([ZERO, ...lines.map(billedOf)]);
  const withheld = sum([ZERO, ...lines.map((line) => line.withheld)]);
  const tax = taxOnWork(taxCode, { work, withheld });
  const contract = contractOn(billing, datedOn);
  const billedBefore = billedOf(billedSoFar(schedule));
  return {
    ...{ work, tax, withheld, due: cents(work + tax - withheld), contract, billedBefore, earned },
    leftAfter: billing.isPriced ? cents(contract - billedBefore - work) : ZERO,
  };
}

/** The figures with what deposits pay of them. */
export function lessDeposits(figures: InvoiceFigures, moves: readonly DepositMove[]): InvoiceFigures {
  const drawn = takenOf(moves);
  return drawn === 0 ? figures : { ...figures, drawn, due: difference(figures.due, drawn) };
}

/** What an invoice releases of what was held back, line by line of the invoices that held it back, with its tax. */
export interface ReleasedWith {
  readonly amount: Cents;
  readonly tax: Cents;
  readonly values: readonly BilledValue[];
}

/** The figures with what is released of retention. */
export function withRelease(figures: InvoiceFigures, { amount, tax }: ReleasedWith): InvoiceFigures {
  if (amount === 0) return figures;
  const due = sum([figures.due, amount, tax]);
  return { ...figures, tax: cents(figures.tax + tax), released: amount, due };
}

/** What an invoice bills in words and numbers of its own, beside or instead of the lines of a schedule. */
export interface TextLine {
  readonly text: string;
  /** In ten-thousandths; null where only an amount is told. */
  readonly quantity: number | null;
  readonly price: number | null;
  /** Before the discount of the invoice, and after its share of it. */
  readonly amount: Cents;
  readonly net: Cents;
  readonly taxCode: string | null;
  readonly account: AccountId | null;
}

/** What one tax code comes to on an invoice: rounded once. */
export interface TaxOfCode {
  readonly code: string;
  readonly name: string;
  readonly rateMillionths: number;
  readonly net: Cents;
  readonly tax: Cents;
}

export interface InvoiceToPost {
  readonly billing: ProjectBilling;
  readonly schedule: readonly ScheduledLine[];
  readonly client: PartyId;
  readonly datedOn: IsoDate;
  readonly postedOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly text: string;
  readonly lines: readonly InvoicedLine[];
  readonly figures: InvoiceFigures;
  readonly taxCode: TaxCode | null;
  /** What deposits pay of it. */
  readonly drawn?: readonly DepositMove[];
  readonly released?: ReleasedWith;
  readonly texts?: readonly TextLine[];
  readonly discount?: Cents;
  /** Where its lines have tax codes of their own. */
  readonly taxes?: readonly TaxOfCode[];
  readonly phases?: ProgressInvoice['phases'];
  /** As typed. */
  readonly form: unknown;
}

/** What an invoice keeps of itself: what is printed, credited and written of it later is taken from here. */
export interface InvoiceBody {
  readonly form: unknown;
  readonly figures: InvoiceFigures;
  /** Every line of the schedule, billed this time or not. Missing in invoices from before they had lines, as what follows. */
  readonly lines?: readonly InvoicedLine[];
  readonly tax?: { readonly code: string; readonly name: string; readonly rateMillionths: number } | null;
  readonly texts?: readonly TextLine[];
  readonly discount?: Cents;
  readonly taxes?: readonly TaxOfCode[];
  /** Its lines stand on accounts of their own: no project is billed. */
  readonly isOfNoProject?: true;
}

/**
 * The invoice as it posts: what is held back is owed on another account, and what a deposit pays was paid before, so of the invoice
 * itself both are settled.
 */
export function invoicePosting(roles: Roles, invoice: InvoiceToPost, more: readonly Effect[] = []): Posting {
  const { billing, client, datedOn, postedOn, dueOn, text, lines, figures, drawn = [], released } = invoice;
  const { work, tax, withheld = ZERO } = figures;
  const { project } = billing;
  const entry = progressBilled(roles, {
    ...{ client, project, postedOn, work, tax, withheld, text: '', released: released?.amount ?? ZERO },
    drawn: { net: opposite(sum([ZERO, ...drawn.map(({ net }) => net)])), tax: taxTaken(drawn) },
    ...(invoice.phases === undefined ? {} : { phases: invoice.phases }),
  });
  const settled = cents(withheld + takenOf(drawn));
  return {
    ...{ kind: 'invoice', number: null, party: client, project, datedOn, dueOn },
    ...{ gross: sum([work, tax, released?.amount ?? ZERO]), memo: text, body: bodyOf(invoice), entries: [entry] },
    effects: [
      { kind: 'billed-values', project, values: [...lines.map(billedValue), ...(released?.values ?? [])] },
      ...(drawn.length === 0 ? [] : [{ kind: 'deposit-moves', project, moves: drawn } as const]),
      ...(settled === 0
        ? []
        : [{ kind: 'settlements', settled: [{ document: 'itself', project: null, amount: settled }] } as const]),
      ...more,
    ],
  };
}

export function taxTaken(moves: readonly DepositMove[]): Cents {
  return opposite(sum([ZERO, ...moves.map(({ tax }) => tax)]));
}

function bodyOf({ form, figures, schedule, lines, taxCode, texts, discount, taxes }: InvoiceToPost): InvoiceBody {
  return {
    ...{ form, figures, lines: wholeSchedule(schedule, lines) },
    tax: taxCode === null ? null : { code: taxCode.code, name: taxCode.name, rateMillionths: taxCode.rateMillionths },
    ...(texts === undefined ? {} : { texts, discount: discount ?? ZERO }),
    ...(taxes === undefined ? {} : { taxes }),
  };
}

/** Every line of the schedule, those that are not billed this time with nothing. */
export function wholeSchedule(
  schedule: readonly ScheduledLine[],
  lines: readonly InvoicedLine[],
): readonly InvoicedLine[] {
  return schedule.map((line) => lines.find(({ number }) => number === line.number) ?? untouched(line));
}

function untouched(line: ScheduledLine): InvoicedLine {
  return {
    ...{ line: line.id, number: line.number, name: line.name, origin: line.origin, value: line.value },
    ...{ workBefore: line.billed.work, storedBefore: line.billed.stored, work: ZERO, stored: ZERO },
    ...{ withheldBefore: line.billed.withheld, withheld: ZERO },
  };
}

function billedValue({ line, work, stored, withheld }: InvoicedLine): BilledValue {
  return { invoice: 'itself', line, work, stored, withheld, released: ZERO };
}
