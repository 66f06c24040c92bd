import { proposedCoding, type CodingRule } from '../coding/coding-rule.ts';
import { BLANK_BILL_ROW, type BillRow } from '../documents/supplier-bill/form.ts';
import type { PartyId } from '../ledger/ids.ts';
import type { TaxCode } from '../ledger/tax-code.ts';
import { plainDollars, tenThousandths } from '../money/dollars.ts';
import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import type { Order } from '../orders/order.ts';
import { lineName, type OrderLine } from '../orders/order-line.ts';
import type { UblInvoice, UblLine } from './ubl-invoice.ts';

/** What of the books a paper is matched with. */
export interface UblMatch {
  readonly supplier: { readonly id: PartyId; readonly code: string } | undefined;
  readonly orders: readonly Order[];
  readonly rules: readonly CodingRule[];
  readonly taxCodes: readonly TaxCode[];
}

/**
 * The paper as rows of a bill sheet: lines of its order by their number, else its project and accounting cost, else what a rule
 * proposes. What is not matched stays empty, and the sheet says so. A credit note has its signs turned.
 */
export function ublBillRows(invoice: UblInvoice, match: UblMatch): readonly BillRow[] {
  const sign = invoice.kind === 'invoice' ? 1 : -1;
  const tax = (millionths: number | null): string =>
    match.taxCodes.find(({ rateMillionths }) => rateMillionths === millionths && rateMillionths !== 0)?.code ?? '';
  const orderOf = (line: UblLine): Order | undefined => {
    const named = (line.order || invoice.order).trim().toLowerCase();
    return match.orders.find(({ number }) => number.toLowerCase() === named);
  };
  const lines = invoice.lines.map((line): BillRow => {
    const of = orderOf(line)?.lines.find(({ place }) => String(place) === line.orderLine.trim());
    return {
      ...BLANK_BILL_ROW,
      ...(of === undefined
        ? { ...codingOf(invoice, line, match), order: namedOrder(invoice, line) }
        : ofOrder(of, line, sign)),
      net: plainDollars(cents(sign * line.net)),
      tax: tax(line.taxMillionths),
      text: line.text,
    };
  });
  const charges = invoice.charges.map((charge): BillRow => ({
    ...BLANK_BILL_ROW,
    ...{
      spread: 'amount',
      net: plainDollars(cents(sign * charge.net)),
      tax: tax(charge.taxMillionths),
      text: charge.text,
    },
  }));
  return [...lines, ...charges].map((row, place) => (place === 0 ? { ...row, ...headOf(invoice, match, sign) } : row));
}

function headOf(invoice: UblInvoice, { supplier }: UblMatch, sign: 1 | -1): Partial<BillRow> {
  return {
    supplier: supplier?.code ?? invoice.supplier.name,
    number: invoice.number,
    datedOn: invoice.issuedOn,
    dueOn: invoice.dueOn ?? '',
    // What was paid before is applied as the deposit it was; the bill is of all of it.
    total: plainDollars(cents(sign * invoice.totals.withTax)),
  };
}

function ofOrder(line: OrderLine, { quantity: units }: UblLine, sign: 1 | -1): Partial<BillRow> {
  return { order: lineName(line), ...(units === 0 ? {} : { quantity: tenThousandths(quantity(sign * units)) }) };
}

/** The line of an order that the books do not know, as the paper names it: the sheet says that there is none. */
function namedOrder(invoice: UblInvoice, { orderLine, order: own }: UblLine): string {
  const order = (own || invoice.order).trim();
  const parts = order === '' ? [] : [order, orderLine.trim()];
  return parts.filter(Boolean).join('/');
}

function codingOf(invoice: UblInvoice, line: UblLine, { rules, supplier }: UblMatch): Partial<BillRow> {
  const cost = line.accountingCost || invoice.accountingCost;
  const project = line.project || invoice.project;
  if (project !== '' || cost !== '') return { project, code: cost, costType: line.costType };
  const rule = proposedCoding(rules, { supplier: supplier?.id ?? null, account: null, text: line.text });
  return rule === undefined ? {} : { project: rule.project, code: rule.costCode, costType: rule.costType };
}
