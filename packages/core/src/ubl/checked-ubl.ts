import { groupedBy } from '../collections/grouped-by.ts';
import type { TaxCode } from '../ledger/tax-code.ts';
import { cents, sum, ZERO, type Cents } from '../money/cents.ts';
import { shareOf, millionthsOf } from '../money/ratio.ts';
import type { Problem } from '../problems/problem.ts';
import type { UblInvoice } from './ubl-invoice.ts';

/** Whose books they are. */
export interface UblBooks {
  readonly company: string;
  readonly currency: string;
  readonly taxCodes: readonly TaxCode[];
}

/** Papers round tax line by line or as a whole. */
const ROUNDING = 1;

/** What is wrong with the paper itself: whose it is, its currency, its sums, and tax that the company does not know. */
export function ublProblems(invoice: UblInvoice, { company, currency, taxCodes }: UblBooks): readonly Problem[] {
  const { totals } = invoice;
  const lines = sum([ZERO, ...invoice.lines.map(({ net }) => net)]);
  const charges = sum([ZERO, ...invoice.charges.map(({ net }) => net)]);
  const rates = new Set([...invoice.lines, ...invoice.charges].map(({ taxMillionths }) => taxMillionths ?? 0));
  const unknown = [...rates].filter((rate) => rate !== 0 && !taxCodes.some((code) => code.rateMillionths === rate));
  return [
    ...(same(invoice.customer, company)
      ? []
      : [{ at: 'customer', kind: 'other-company' as const, name: invoice.customer }]),
    ...(invoice.currency === currency
      ? []
      : [{ at: 'currency', kind: 'other-currency' as const, currency: invoice.currency, books: currency }]),
    ...off('the lines', totals.lines, lines),
    ...off('the sum before tax', totals.beforeTax, cents(totals.lines + charges)),
    ...taxOff(invoice),
    ...off('the sum with tax', totals.withTax, cents(totals.beforeTax + totals.tax)),
    ...off('what is to be paid', totals.payable, cents(totals.withTax - totals.prepaid + totals.rounding)),
    ...unknown.map((rate) => ({ at: 'tax', kind: 'no-tax-code' as const, millionths: rate })),
  ];
}

function same(one: string, other: string): boolean {
  return one.trim().toLowerCase() === other.trim().toLowerCase();
}

function off(what: string, said: Cents, worked: Cents): readonly Problem[] {
  return said === worked ? [] : [{ at: 'totals', kind: 'ubl-total-off', what, said, worked }];
}

/** The tax of each rate on all of its lines, within a cent a rate. */
function taxOff({ lines, charges, totals }: UblInvoice): readonly Problem[] {
  const byRate = groupedBy([...lines, ...charges], ({ taxMillionths }) => taxMillionths ?? 0);
  const taxes = [...byRate].map(([rate, group]) => shareOf(sum(group.map(({ net }) => net)), millionthsOf(rate)));
  const worked = sum([ZERO, ...taxes]);
  return Math.abs(worked - totals.tax) <= ROUNDING * byRate.size ? [] : off('the tax', totals.tax, worked);
}
