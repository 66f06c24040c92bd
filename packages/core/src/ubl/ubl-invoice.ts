import type { IsoDate } from '../calendar/iso-date.ts';
import type { Cents } from '../money/cents.ts';
import type { Quantity } from '../money/quantity.ts';

/** A line of an invoice or a credit note as its paper has it; amounts of credit notes are above zero. */
export interface UblLine {
  readonly id: string;
  readonly text: string;
  readonly quantity: Quantity;
  readonly unit: string;
  readonly net: Cents;
  /** Percent in millionths: 20 % is 200,000; null where the line says none. */
  readonly taxMillionths: number | null;
  readonly accountingCost: string;
  /** Line of the order it is of, and that order where it is another than the paper's; empty where none is named. */
  readonly orderLine: string;
  readonly order: string;
  /** Named by properties of its item; empty where they are not. */
  readonly project: string;
  readonly costType: string;
}

/** A charge on the whole invoice; an allowance is below zero. */
export interface UblCharge {
  readonly text: string;
  readonly net: Cents;
  readonly taxMillionths: number | null;
}

/** An invoice or a credit note, UBL 2.1. */
export interface UblInvoice {
  readonly kind: 'invoice' | 'credit note';
  readonly number: string;
  readonly issuedOn: IsoDate;
  readonly dueOn: IsoDate | null;
  readonly currency: string;
  readonly supplier: { readonly name: string; readonly code: string };
  readonly customer: string;
  readonly project: string;
  readonly order: string;
  readonly accountingCost: string;
  readonly lines: readonly UblLine[];
  readonly charges: readonly UblCharge[];
  /** As it says itself: lines, with charges before tax, tax, with tax, to be paid: with tax, less what was paid before. */
  readonly totals: {
    readonly lines: Cents;
    readonly beforeTax: Cents;
    readonly tax: Cents;
    readonly withTax: Cents;
    /** Paid before, and what the sum to be paid was rounded by. */
    readonly prepaid: Cents;
    readonly rounding: Cents;
    readonly payable: Cents;
  };
}
