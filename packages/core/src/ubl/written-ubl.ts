import { groupedBy } from '../collections/grouped-by.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import type { TaxCategory } from '../ledger/tax-code.ts';
import { cents, difference, opposite, sum, ZERO, type Cents } from '../money/cents.ts';
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
  /** How its tax is called; left out: by its rate. */
  readonly taxCategory?: TaxCategory;
  readonly accountingCost: string;
  /** The line of an order it is of; null where it is of none. */
  readonly orderLine: { readonly order: string; readonly line: string } | null;
  readonly project: string;
  readonly costType: string;
}

/** What the format has no element for on a line, as properties of its item. */
export const ITEM_PROPERTIES = { project: 'Project', costType: 'Cost type' } as const;

/** Who is taxed where. */
export interface TaxedParty {
  /** Two letters; empty where nobody said. */
  readonly country: string;
  readonly taxNumber: string;
}

/** Taken off the lines of one tax: a discount, or what is held back and taxed when it is released. */
export interface Allowance {
  readonly reason: string;
  readonly amount: Cents;
  readonly taxMillionths: number;
  readonly taxCategory?: TaxCategory;
}

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
  readonly supplierTax?: TaxedParty;
  readonly customerTax?: TaxedParty;
  readonly allowances?: readonly Allowance[];
  /** Paid before, by deposit. */
  readonly prepaid?: Cents;
  /** How it is to be paid, in words. */
  readonly terms?: string;
  /** Why nothing is taxed, by category. */
  readonly exemption?: string;
}

/** Elements with their prefixes, attributes behind `@`, text as `#text`. */
export type Tree = { readonly [name: string]: string | Tree | readonly Tree[] };

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
export function writtenTotals(lines: readonly WrittenLine[], allowances: readonly Allowance[] = [], prepaid = ZERO) {
  const based = [
    ...lines.map(({ net, ...of }) => ({ code: categoryOf(of), rate: of.taxMillionths, base: net })),
    ...allowances.map(({ amount, ...of }) => ({
      code: categoryOf(of),
      rate: of.taxMillionths,
      base: opposite(amount),
    })),
  ];
  const byRate = [...groupedBy(based, ({ code, rate }) => `${code} ${rate}`).values()].flatMap((group) => {
    const [first] = group;
    const base = sum(group.map((each) => each.base));
    return first === undefined
      ? []
      : [{ code: first.code, rate: first.rate, base, tax: shareOf(base, millionthsOf(first.rate)) }];
  });
  const ofLines = sum([ZERO, ...lines.map((line) => line.net)]);
  const allowed = sum([ZERO, ...allowances.map(({ amount }) => amount)]);
  const net = difference(ofLines, allowed);
  const tax = sum([ZERO, ...byRate.map((each) => each.tax)]);
  return { byRate, ofLines, allowed, net, tax, prepaid, payable: cents(net + tax - prepaid) };
}

type OfTax = Pick<WrittenLine, 'taxMillionths' | 'taxCategory'>;

/** The code of a category, UNCL 5305. */
const CATEGORY_CODES: { readonly [T in Exclude<TaxCategory, 'by its rate'>]: string } = {
  ...{ standard: 'S', 'zero rated': 'Z', exempt: 'E', 'reverse charge': 'AE', 'outside the scope': 'O' },
};

function categoryOf({ taxMillionths, taxCategory = 'by its rate' }: OfTax): string {
  if (taxCategory !== 'by its rate') return CATEGORY_CODES[taxCategory];
  return taxMillionths === 0 ? 'E' : 'S';
}

/** The document as a tree of elements with the prefixes of UBL 2.1, in the order its schemas want. */
export function writtenUbl(document: WrittenDocument): Tree {
  const { root, line, counted, type, code } = NAMES[document.kind];
  const amount = (value: Cents): Tree => ({ '@currencyID': document.currency, '#text': plainDollars(value) });
  const { allowances = [], prepaid = ZERO, terms = '' } = document;
  const totals = writtenTotals(document.lines, allowances, prepaid);
  const isOrder = document.kind === 'order';
  const monetary: Tree = {
    'cbc:LineExtensionAmount': amount(totals.ofLines),
    'cbc:TaxExclusiveAmount': amount(totals.net),
    'cbc:TaxInclusiveAmount': amount(cents(totals.net + totals.tax)),
    ...(totals.allowed === 0 ? {} : { 'cbc:AllowanceTotalAmount': amount(totals.allowed) }),
    ...(totals.prepaid === 0 ? {} : { 'cbc:PrepaidAmount': amount(totals.prepaid) }),
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
      ...(terms === '' ? {} : { 'cac:PaymentTerms': { 'cbc:Note': terms } }),
      ...(allowances.length === 0 ? {} : { 'cac:AllowanceCharge': allowances.map((each) => allowance(each, amount)) }),
      'cac:TaxTotal': taxTotal(totals, { amount, exemption: document.exemption ?? '' }),
      [isOrder ? 'cac:AnticipatedMonetaryTotal' : 'cac:LegalMonetaryTotal']: monetary,
      [`cac:${line}`]: document.lines.map((each) => writtenLine(each, { counted, amount, isOrder })),
    },
  };
}

function parties({ kind, supplier, customer, supplierTax, customerTax }: WrittenDocument): Tree {
  const party = (name: string): Tree => ({
    'cac:Party': partyTree(name, name === supplier ? supplierTax : customerTax),
  });
  return kind === 'order'
    ? { 'cac:BuyerCustomerParty': party(customer), 'cac:SellerSupplierParty': party(supplier) }
    : { 'cac:AccountingSupplierParty': party(supplier), 'cac:AccountingCustomerParty': party(customer) };
}

function partyTree(name: string, { country, taxNumber }: TaxedParty = { country: '', taxNumber: '' }): Tree {
  const scheme = { 'cbc:CompanyID': taxNumber, 'cac:TaxScheme': { 'cbc:ID': 'VAT' } };
  return {
    'cac:PartyName': { 'cbc:Name': name },
    ...(country === '' ? {} : { 'cac:PostalAddress': { 'cac:Country': { 'cbc:IdentificationCode': country } } }),
    ...(taxNumber === '' ? {} : { 'cac:PartyTaxScheme': scheme }),
    'cac:PartyLegalEntity': { 'cbc:RegistrationName': name },
  };
}

function allowance({ reason, amount: of, ...tax }: Allowance, amount: Amount): Tree {
  return {
    'cbc:ChargeIndicator': 'false',
    'cbc:AllowanceChargeReason': reason,
    'cbc:Amount': amount(of),
    'cac:TaxCategory': category(categoryOf(tax), tax.taxMillionths),
  };
}

type Amount = (value: Cents) => Tree;

function taxTotal(
  { byRate, tax }: ReturnType<typeof writtenTotals>,
  { amount, exemption }: { readonly amount: Amount; readonly exemption: string },
): Tree {
  return {
    'cbc:TaxAmount': amount(tax),
    'cac:TaxSubtotal': byRate.map(({ code, rate, base, tax: of }) => ({
      'cbc:TaxableAmount': amount(base),
      'cbc:TaxAmount': amount(of),
      'cac:TaxCategory': category(code, rate, exemption),
    })),
  };
}

/** What is exempt, reversed or outside the scope says why. */
const SAY_WHY: readonly string[] = ['E', 'AE', 'O'];

function category(code: string, rate: number, exemption = ''): Tree {
  const why = SAY_WHY.includes(code) && exemption !== '' ? { 'cbc:TaxExemptionReason': exemption } : {};
  return {
    'cbc:ID': code,
    'cbc:Percent': tenThousandths(rate),
    ...why,
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
    'cac:ClassifiedTaxCategory': category(categoryOf(line), line.taxMillionths),
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
