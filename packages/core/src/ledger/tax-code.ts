import { allocation } from '../money/allocation.ts';
import { cents, difference, sum, ZERO, type Cents } from '../money/cents.ts';
import { shareOf, millionthsOf } from '../money/ratio.ts';
import type { TaxCodeId } from './ids.ts';

/** A rate of tax, and how much of the tax on purchases comes back. Both in millionths: 8.25 % is 82,500. */
export interface TaxCode {
  readonly id: TaxCodeId;
  readonly code: string;
  readonly name: string;
  readonly rateMillionths: number;
  readonly recoverableMillionths: number;
  /** Whether what a client holds back is taxed with its invoice, or when it is released. */
  readonly onRetention: (typeof TAX_ON_RETENTION)[number];
}

/** What becomes of the tax of an invoice that a client will not pay. */
export const TAX_ON_BAD_DEBT = ['stays paid', 'comes back'] as const;
/** How invoices sent as UBL call it (UNCL 5305); by its rate: standard, or exempt where it is nothing. */
export const TAX_CATEGORIES = [
  ...(['by its rate', 'standard', 'zero rated', 'exempt', 'reverse charge', 'outside the scope'] as const),
] as const;
export type TaxCategory = (typeof TAX_CATEGORIES)[number];
export const TAX_ON_RETENTION = ['with the invoice', 'when released'] as const;

export interface TaxOnLines {
  readonly code: TaxCode;
  readonly net: Cents;
  readonly tax: Cents;
  readonly recoverable: Cents;
  /** Per line, in the order given: the part of the tax that does not come back and is cost of that line. */
  readonly cost: readonly Cents[];
}

/** Tax on lines of one document that share a tax code, rounded once for the code; the cost part split over the lines. */
export function taxOn(code: TaxCode, nets: readonly Cents[]): TaxOnLines {
  const net = sum(nets);
  const tax = shareOf(net, millionthsOf(code.rateMillionths));
  const recoverable = shareOf(tax, millionthsOf(code.recoverableMillionths));
  const notRecoverable = difference(tax, recoverable);
  const cost = notRecoverable === 0 ? nets.map(() => ZERO) : allocation(notRecoverable, nets);
  return { code, net, tax, recoverable, cost };
}

/** Tax on work that is billed, some of it held back. */
export function taxOnWork(
  code: TaxCode | null,
  { work, withheld }: { readonly work: Cents; readonly withheld: Cents },
): Cents {
  return salesTax(code, code?.onRetention === 'when released' ? difference(work, withheld) : work);
}

/** Tax on what was held back, once it is released; none where it was taxed with its invoice. */
export function taxOnRelease(code: TaxCode | null, released: Cents): Cents {
  return code?.onRetention === 'when released' ? salesTax(code, released) : ZERO;
}

/** Tax on sales of one rate. */
export function salesTax(code: TaxCode | null, net: Cents): Cents {
  return code === null ? cents(0) : taxAtRate(code.rateMillionths, net);
}

export function taxAtRate(rateMillionths: number, net: Cents): Cents {
  return shareOf(net, millionthsOf(rateMillionths));
}
