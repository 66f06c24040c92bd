import { billedOf } from '../billing/schedule.ts';
import type { InvoiceBody, InvoiceFigures } from '../documents/invoice/billed-invoice.ts';
import { taxAtRate, type TaxCategory } from '../ledger/tax-code.ts';
import { difference, opposite, sum, ZERO } from '../money/cents.ts';
import { dollars } from '../money/dollars.ts';
import { quantity } from '../money/quantity.ts';
import type { Allowance, WrittenDocument, WrittenLine } from './written-ubl.ts';

interface ToWrite {
  readonly figures: Pick<InvoiceFigures, 'work' | 'tax' | 'withheld' | 'drawn'> & Partial<InvoiceFigures>;
  /** The invoice itself, or the one that is credited. */
  readonly invoiced: InvoiceBody;
  readonly memo: string;
  readonly isCredit: boolean;
}

/** What a tax code is called on paper. */
interface SaidOfCode {
  readonly category: TaxCategory;
  readonly exemption: string;
}

type Written = Required<Pick<WrittenDocument, 'lines' | 'allowances' | 'prepaid' | 'exemption'>>;

/**
 * The lines of an invoice as the format has them: those in words, else those of the schedule that are billed, else one of all the work. A
 * discount is an allowance of each tax. What is held back stays part of what is to be paid in the end, and is told in its terms; where it
 * is taxed when it is released it is an allowance of this invoice. A credit note is one line of what it credits.
 */
export function writtenLines(of: ToWrite, codes: ReadonlyMap<string, SaidOfCode>): Written {
  const { figures, invoiced, isCredit } = of;
  const code = invoiced.tax?.code ?? null;
  const taxes = new Map((invoiced.taxes ?? []).map((each) => [each.code, each.rateMillionths]));
  const rateOf = (name: string | null): number =>
    name === null ? 0 : (taxes.get(name) ?? (name === code ? (invoiced.tax?.rateMillionths ?? 0) : 0));
  const taxOf = (name: string | null) => ({
    taxMillionths: rateOf(name),
    taxCategory: (name === null ? undefined : codes.get(name)?.category) ?? ('by its rate' as const),
  });
  const lines = isCredit ? [one(of, taxOf(onlyCode(invoiced)))] : invoiceLines(of, taxOf);
  const [said] = [...codes]
    .filter(([name]) => name === code || taxes.has(name))
    .map(([, each]) => each.exemption)
    .filter((each) => each !== '');
  return {
    ...{ lines, allowances: isCredit ? [] : allowancesOf(of, taxOf) },
    ...{ prepaid: isCredit ? ZERO : (figures.drawn ?? ZERO), exemption: said ?? '' },
  };
}

type TaxOf = (code: string | null) => Pick<WrittenLine, 'taxMillionths'> & { readonly taxCategory: TaxCategory };

function onlyCode({ tax, taxes }: InvoiceBody): string | null {
  return tax?.code ?? taxes?.[0]?.code ?? null;
}

const NO_ORDER = { unit: '', accountingCost: '', orderLine: null, project: '', costType: '' } as const;

function one({ figures, memo }: ToWrite, tax: ReturnType<TaxOf>): WrittenLine {
  const net = figures.work < 0 ? opposite(figures.work) : figures.work;
  return { id: '1', text: memo === '' ? 'Work' : memo, quantity: quantity(0), net, ...tax, ...NO_ORDER };
}

function invoiceLines(of: ToWrite, taxOf: TaxOf): readonly WrittenLine[] {
  const { invoiced } = of;
  const code = invoiced.tax?.code ?? null;
  if (invoiced.texts !== undefined) {
    return invoiced.texts.map((line, place) => ({
      ...{ id: String(place + 1), text: line.text, quantity: quantity(line.quantity ?? 0), net: line.amount },
      ...{ ...taxOf(line.taxCode ?? code), ...NO_ORDER },
    }));
  }
  const billed = (invoiced.lines ?? []).filter((line) => billedOf(line) !== 0);
  if (billed.length === 0) return [one(of, taxOf(code))];
  return billed.map((line, place) => ({
    ...{ id: String(place + 1), text: line.name, quantity: quantity(0), net: billedOf(line) },
    ...{ ...taxOf(code), ...NO_ORDER },
  }));
}

function allowancesOf({ invoiced, figures }: ToWrite, taxOf: TaxOf): readonly Allowance[] {
  const code = invoiced.tax?.code ?? null;
  const discounts = (invoiced.texts ?? []).map((line) => ({
    code: line.taxCode ?? code,
    off: difference(line.amount, line.net),
  }));
  const byCode = [...new Set(discounts.map((each) => each.code))].map((each) => ({
    each,
    amount: sum([ZERO, ...discounts.filter((line) => line.code === each).map(({ off }) => off)]),
  }));
  const taxedLater = isTaxedLater(invoiced, figures) ? [{ each: code, amount: figures.withheld ?? ZERO }] : [];
  return [
    ...byCode.map((part) => ({ ...part, reason: 'Discount' })),
    ...taxedLater.map((part) => ({ ...part, reason: 'Held back, taxed when it is released' })),
  ].flatMap(({ each, amount, reason }) => (amount === 0 ? [] : [{ reason, amount, ...taxOf(each) }]));
}

/** Whether its tax leaves out what is held back. */
function isTaxedLater({ tax }: InvoiceBody, { work, withheld = ZERO, tax: taxed }: ToWrite['figures']): boolean {
  if (!tax || withheld === 0 || tax.rateMillionths === 0) return false;
  return (
    taxed !== taxAtRate(tax.rateMillionths, work) && taxed === taxAtRate(tax.rateMillionths, difference(work, withheld))
  );
}

/** What is held back and when the rest is to be paid, in words. */
export function writtenTerms({ withheld = ZERO, due }: Partial<InvoiceFigures>): string {
  if (withheld <= 0 || due === undefined) return '';
  return `${dollars(withheld)} is held back by the contract; ${dollars(due)} is due now.`;
}
