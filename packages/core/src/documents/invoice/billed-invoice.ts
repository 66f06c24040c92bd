import type { BilledValue } from '../../billing/billed-values.ts';
import { billedOf, billedSoFar, contractOn, type ProjectBilling, type ScheduledLine } from '../../billing/schedule.ts';
import { withheldNow, type BilledNow } from '../../billing/withheld.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import type { Roles } from '../../ledger/roles.ts';
import { taxOnWork, type TaxCode } from '../../ledger/tax-code.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import type { Effect } from '../effect.ts';
import type { Posting } from '../posting.ts';
import { progressBilled } from './post.ts';

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
}

/** The invoice as it posts: what is held back is owed on another account, so of the invoice itself it is settled. */
export function invoicePosting(roles: Roles, invoice: InvoiceToPost, more: readonly Effect[] = []): Posting {
  const { billing, client, datedOn, postedOn, dueOn, text, lines, figures, taxCode } = invoice;
  const { work, tax, withheld = ZERO } = figures;
  const entry = progressBilled(roles, {
    ...{ client, project: billing.project, postedOn, work, tax, withheld, text: '' },
  });
  const body: InvoiceBody = {
    ...{ form: invoice.form, figures, lines: wholeSchedule(invoice.schedule, lines) },
    tax: taxCode === null ? null : { code: taxCode.code, name: taxCode.name, rateMillionths: taxCode.rateMillionths },
  };
  return {
    ...{ kind: 'invoice', number: null, party: client, project: billing.project, datedOn, dueOn },
    ...{ gross: cents(work + tax), memo: text, body, entries: [entry] },
    effects: [
      { kind: 'billed-values', project: billing.project, values: lines.map(billedValue) },
      ...(withheld === 0
        ? []
        : [{ kind: 'settlements', settled: [{ document: 'itself', project: null, amount: withheld }] } as const]),
      ...more,
    ],
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
