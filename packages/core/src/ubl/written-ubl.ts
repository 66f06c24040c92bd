import { groupedBy } from '../collections/grouped-by.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import { cents, sum, ZERO, type Cents } from '../money/cents.ts';
import { plainDollars, tenThousandths } from '../money/dollars.ts';
import type { Quantity } from '../money/quantity.ts';
import { shareOf, millionthsOf } from '../money/ratio.ts';

/** What is written of a line. */
export interface WrittenLine {
  readonly id: string;
  readonly text: string;
  /** Nothing for a line that is an amount alone: then it is one of it. */
  readonly quantity: Quantity;
  readonly unit: string;
  readonly net: Cents;
  readonly taxMillionths: number;
  readonly accountingCost: string;
  /** The line of an order it is of; null where it is of none. */
  readonly orderLine: { readonly order: string; readonly line: string } | null;
  readonly project: string;
  readonly costType: string;
}

/** What the format has no element for on a line, as properties of its item. */
export const ITEM_PROPERTIES = { project: 'Project', costType: 'Cost type' } as const;

/** An order, a bill or a credit note to be written as UBL 2.1. */
export interface WrittenDocument {
  readonly kind: 'invoice' | 'credit note' | 'order';
  readonly number: string;
  readonly issuedOn: IsoDate;
  readonly dueOn: IsoDate | null;
  readonly currency: string;
  readonly supplier: string;
  readonly customer: string;
  readonly order: string;
  readonly project: string;
  readonly lines: readonly WrittenLine[];
}

type Tree = { readonly [name: string]: string | Tree | readonly Tree[] };

const NAMES = {
  invoice: { root: 'Invoice', line: 'InvoiceLine', counted: 'InvoicedQuantity', type: 'InvoiceTypeCode', code: '380' },
  'credit note': {
    root: 'CreditNote',
    line: 'CreditNoteLine',
    counted: 'CreditedQuantity',
    type: 'CreditNoteTypeCode',
    code: '381',
  },
  order: { root: 'Order', line: 'OrderLine', counted: 'Quantity', type: 'OrderTypeCode', code: '220' },
} as const;

/** What the lines come to: tax is rounded once for each rate, as the format asks. */
export function writtenTotals(lines: readonly WrittenLine[]) {
  const byRate = [...groupedBy(lines, ({ taxMillionths }) => taxMillionths)].map(([rate, group]) => {
    const base = sum(group.map(({ net }) => net));
    return { rate, base, tax: shareOf(base, millionthsOf(rate)) };
  });
  const net = sum([ZERO, ...lines.map((line) => line.net)]);
  const tax = sum([ZERO, ...byRate.map((each) => each.tax)]);
  return { byRate, net, tax, payable: cents(net + tax) };
}

/** The document as a tree of elements with the prefixes of UBL 2.1, in the order its schemas want. */
export function writtenUbl(document: WrittenDocument): Tree {
  const { root, line, counted, type, code } = NAMES[document.kind];
  const amount = (value: Cents): Tree => ({ '@currencyID': document.currency, '#text': plainDollars(value) });
  const totals = writtenTotals(document.lines);
  const isOrder = document.kind === 'order';
  const monetary: Tree = {
    'cbc:LineExtensionAmount': amount(totals.net),
    'cbc:TaxExclusiveAmount': amount(totals.net),
    'cbc:TaxInclusiveAmount': amount(totals.payable),
    'cbc:PayableAmount': amount(totals.payable),
  };
  return {
    [root]: {
      '@xmlns': `urn:oasis:names:specification:ubl:schema:xsd:${root}-2`,
      '@xmlns:cac': 'urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2',
      '@xmlns:cbc': 'urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2',
      'cbc:UBLVersionID': '2.1',
      'cbc:ID': document.number,
      'cbc:IssueDate': document.issuedOn,
      ...(document.dueOn === null || document.kind !== 'invoice' ? {} : { 'cbc:DueDate': document.dueOn }),
      [`cbc:${type}`]: code,
      'cbc:DocumentCurrencyCode': document.currency,
      ...(document.order === '' || isOrder ? {} : { 'cac:OrderReference': { 'cbc:ID': document.order } }),
      ...(document.project === '' || document.kind !== 'invoice'
        ? {}
        : { 'cac:ProjectReference': { 'cbc:ID': document.project } }),
      ...parties(document),
      'cac:TaxTotal': taxTotal(totals, amount),
      [isOrder ? 'cac:AnticipatedMonetaryTotal' : 'cac:LegalMonetaryTotal']: monetary,
      [`cac:${line}`]: document.lines.map((each) => writtenLine(each, { counted, amount, isOrder })),
    },
  };
}

function parties({ kind, supplier, customer }: WrittenDocument): Tree {
  const party = (name: string): Tree => ({
    'cac:Party': { 'cac:PartyName': { 'cbc:Name': name }, 'cac:PartyLegalEntity': { 'cbc:RegistrationName': name } },
  });
  return kind === 'order'
    ? { 'cac:BuyerCustomerParty': party(customer), 'cac:SellerSupplierParty': party(supplier) }
    : { 'cac:AccountingSupplierParty': party(supplier), 'cac:AccountingCustomerParty': party(customer) };
}

type Amount = (value: Cents) => Tree;

function taxTotal({ byRate, tax }: ReturnType<typeof writtenTotals>, amount: Amount): Tree {
  return {
    'cbc:TaxAmount': amount(tax),
    'cac:TaxSubtotal': byRate.map(({ rate, base, tax: of }) => ({
      'cbc:TaxableAmount': amount(base),
      'cbc:TaxAmount': amount(of),
      'cac:TaxCategory': category(rate),
    })),
  };
}

/** Standard rate, or exempt. */
function category(rate: number): Tree {
  return {
    'cbc:ID': rate === 0 ? 'E' : 'S',
    'cbc:Percent': tenThousandths(rate),
    'cac:TaxScheme': { 'cbc:ID': 'VAT' },
  };
}

interface LineParts {
  readonly counted: string;
  readonly amount: Amount;
  readonly isOrder: boolean;
}

function orderLineReference({ order, line }: NonNullable<WrittenLine['orderLine']>): Tree {
  return { 'cbc:LineID': line, 'cac:OrderReference': { 'cbc:ID': order } };
}

function writtenLine(line: WrittenLine, { counted, amount, isOrder }: LineParts): Tree {
  const isCounted = line.quantity !== 0;
  const units = isCounted ? tenThousandths(line.quantity).replace(/,/g, '') : '1';
  const properties = (['project', 'costType'] as const)
    .filter((name) => line[name] !== '')
    .map((name): Tree => ({ 'cbc:Name': ITEM_PROPERTIES[name], 'cbc:Value': line[name] }));
  const item: Tree = {
    'cbc:Name': line.text || 'Item',
    'cac:ClassifiedTaxCategory': category(line.taxMillionths),
    ...(properties.length === 0 ? {} : { 'cac:AdditionalItemProperty': properties }),
  };
  const each: Tree = {
    'cbc:ID': line.id,
    [`cbc:${counted}`]: { '@unitCode': isCounted && line.unit !== '' ? line.unit : 'C62', '#text': units },
    'cbc:LineExtensionAmount': amount(line.net),
    ...(line.accountingCost === '' || isOrder ? {} : { 'cbc:AccountingCost': line.accountingCost }),
    ...(line.orderLine === null || isOrder ? {} : { 'cac:OrderLineReference': orderLineReference(line.orderLine) }),
    'cac:Item': item,
  };
  return isOrder ? { 'cac:LineItem': each } : each;
}
