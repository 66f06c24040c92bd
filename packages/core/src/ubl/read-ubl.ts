import { cents } from '../money/cents.ts';
import { accepted, gathered, listed, mapped, refused, type Decision } from '../problems/decision.ts';
import { attributeAt, childAt, childrenOf, textAt, type XmlValue } from './xml-tree.ts';
import { ITEM_PROPERTIES } from './written-ubl.ts';
import type { UblCharge, UblInvoice, UblLine } from './ubl-invoice.ts';
import { dayAt, moneyAt, moneyOr, neededText, percentAt, quantityAt } from './read-values.ts';

/** No bill has more lines. */
const MOST_LINES = 1_000;

/** An invoice or a credit note of UBL 2.1, or why it is none; `at` is the element that is wrong. */
export function readUbl(document: XmlValue): Decision<UblInvoice> {
  const invoice = childAt(document, 'Invoice');
  const note = childAt(document, 'CreditNote');
  const root = invoice ?? note;
  if (root === undefined || typeof root === 'string') {
    return refused({ at: '', kind: 'ubl-unreadable', reason: 'it is no invoice and no credit note of UBL 2.1' });
  }
  const kind = invoice === undefined ? 'credit note' : 'invoice';
  const lines = childrenOf(root, kind === 'invoice' ? 'InvoiceLine' : 'CreditNoteLine');
  if (lines.length === 0 || lines.length > MOST_LINES) {
    return refused({ at: '', kind: 'ubl-unreadable', reason: `it has ${lines.length} lines` });
  }
  const due = textAt(root, 'DueDate') || textAt(root, 'PaymentMeans/PaymentDueDate');
  const parts = gathered({
    number: neededText(root, 'ID'),
    issuedOn: dayAt(textAt(root, 'IssueDate'), 'IssueDate'),
    dueOn: due === '' ? accepted(null) : dayAt(due, 'DueDate'),
    lines: listed(lines.map((line) => lineOf(line, kind))),
    charges: listed(childrenOf(root, 'AllowanceCharge').map(chargeOf)),
    totals: totalsOf(root),
  });
  return mapped(parts, (read) => ({
    ...{ kind, ...read, currency: textAt(root, 'DocumentCurrencyCode') },
    supplier: partyOf(childAt(root, 'AccountingSupplierParty/Party')),
    customer: partyOf(childAt(root, 'AccountingCustomerParty/Party')).name,
    project: textAt(root, 'ProjectReference/ID'),
    order: textAt(root, 'OrderReference/ID'),
    accountingCost: textAt(root, 'AccountingCost'),
  }));
}

function partyOf(party: XmlValue | undefined): UblInvoice['supplier'] {
  const name = textAt(party, 'PartyName/Name') || textAt(party, 'PartyLegalEntity/RegistrationName');
  return { name, code: textAt(party, 'PartyIdentification/ID') };
}

function totalsOf(root: XmlValue): Decision<UblInvoice['totals']> {
  const total = childAt(root, 'LegalMonetaryTotal');
  const amount = (name: string) => moneyAt(textAt(total, name), `LegalMonetaryTotal/${name}`);
  return gathered({
    lines: amount('LineExtensionAmount'),
    beforeTax: amount('TaxExclusiveAmount'),
    tax: moneyOr(textAt(root, 'TaxTotal/TaxAmount'), 'TaxTotal/TaxAmount'),
    withTax: amount('TaxInclusiveAmount'),
    prepaid: moneyOr(textAt(total, 'PrepaidAmount'), 'LegalMonetaryTotal/PrepaidAmount'),
    rounding: moneyOr(textAt(total, 'PayableRoundingAmount'), 'LegalMonetaryTotal/PayableRoundingAmount'),
    payable: amount('PayableAmount'),
  });
}

function lineOf(line: XmlValue, kind: UblInvoice['kind']): Decision<UblLine> {
  const id = textAt(line, 'ID');
  const at = `line ${id || '?'}`;
  const counted = kind === 'invoice' ? 'InvoicedQuantity' : 'CreditedQuantity';
  const parts = gathered({
    quantity: quantityAt(textAt(line, counted), `${at}/${counted}`),
    net: moneyAt(textAt(line, 'LineExtensionAmount'), `${at}/LineExtensionAmount`),
    taxMillionths: percentAt(textAt(line, 'Item/ClassifiedTaxCategory/Percent'), `${at}/Percent`),
  });
  return mapped(parts, (read) => ({
    ...{ id, ...read, unit: attributeAt(line, counted, 'unitCode') },
    text: (textAt(line, 'Item/Name') || textAt(line, 'Item/Description') || textAt(line, 'Note')).slice(0, 200),
    accountingCost: textAt(line, 'AccountingCost'),
    orderLine: textAt(line, 'OrderLineReference/LineID'),
    order: textAt(line, 'OrderLineReference/OrderReference/ID'),
    project: propertyOf(line, ITEM_PROPERTIES.project),
    costType: propertyOf(line, ITEM_PROPERTIES.costType),
  }));
}

/** The value of a property of a line's item, by its name. */
function propertyOf(line: XmlValue, name: string): string {
  const properties = childrenOf(childAt(line, 'Item'), 'AdditionalItemProperty');
  const found = properties.find((each) => textAt(each, 'Name').toLowerCase() === name.toLowerCase());
  return textAt(found, 'Value').slice(0, 100);
}

function chargeOf(charge: XmlValue): Decision<UblCharge> {
  const text = textAt(charge, 'AllowanceChargeReason') || 'Charge';
  const sign = textAt(charge, 'ChargeIndicator') === 'true' ? 1 : -1;
  const parts = gathered({
    net: moneyAt(textAt(charge, 'Amount'), 'AllowanceCharge/Amount'),
    taxMillionths: percentAt(textAt(charge, 'TaxCategory/Percent'), 'AllowanceCharge/Percent'),
  });
  return mapped(parts, ({ net, taxMillionths }) => ({ text, net: cents(sign * net), taxMillionths }));
}
