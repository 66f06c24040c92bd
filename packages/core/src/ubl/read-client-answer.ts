import type { Cents } from '../money/cents.ts';
import { accepted, gathered, listed, mapped, refused, type Decision } from '../problems/decision.ts';
import {
  CERTIFIED,
  RESPONSE_CODES,
  type ClientAnswer,
  type ClientResponse,
  type PaymentAdvice,
  type RespondedLine,
} from './client-answer.ts';
import { dayAt, moneyAt, neededText } from './read-values.ts';
import { attributeAt, childAt, childrenOf, textAt, type XmlValue } from './xml-tree.ts';

/** No answer speaks of more lines. */
const MOST_LINES = 1_000;

/** A client's answer as UBL 2.1, or why it is none; `at` is the element that is wrong. */
export function readClientAnswer(document: XmlValue): Decision<ClientAnswer> {
  const response = childAt(document, 'ApplicationResponse');
  if (response !== undefined && typeof response !== 'string') return responseOf(response);
  const advice = childAt(document, 'RemittanceAdvice');
  if (advice !== undefined && typeof advice !== 'string') return adviceOf(advice);
  return refused({
    ...{ at: '', kind: 'ubl-unreadable' },
    reason: 'it is no answer to an invoice and no advice of a payment of UBL 2.1',
  });
}

function responseOf(root: XmlValue): Decision<ClientResponse> {
  const said = childAt(root, 'DocumentResponse');
  const lines = childrenOf(said, 'LineResponse');
  const code = textAt(said, 'Response/ResponseCode');
  const read = gathered({
    ...headOf(root),
    response: responseIn(code),
    document: neededText(said ?? '', 'DocumentReference/ID'),
    lines: few(lines.length, () => listed(lines.map(lineOf))),
  });
  return mapped(read, (parts): ClientResponse => ({
    ...{ kind: 'response', ...parts },
    client: partyAt(root, 'SenderParty'),
    company: partyAt(root, 'ReceiverParty'),
    text: (textAt(said, 'Response/Description') || textAt(root, 'Note')).slice(0, 400),
  }));
}

function responseIn(code: string): Decision<ClientResponse['response']> {
  const found = (Object.keys(RESPONSE_CODES) as ClientResponse['response'][]).find(
    (each) => RESPONSE_CODES[each] === code,
  );
  return found === undefined
    ? refused({ at: 'ResponseCode', kind: 'ubl-unreadable', reason: `its ResponseCode is none of AP, CA and UQ` })
    : accepted(found);
}

function lineOf(line: XmlValue): Decision<RespondedLine> {
  const of = childrenOf(childAt(line, 'Response/Status'), 'Condition').find(
    (each) => textAt(each, 'AttributeID') === CERTIFIED,
  );
  const amount: Decision<Cents | null> =
    of === undefined ? accepted(null) : moneyAt(textAt(of, 'Measure'), 'LineResponse/Measure');
  return mapped(gathered({ line: neededText(line, 'LineReference/LineID'), amount }), (read) => ({
    line: read.line,
    certified: read.amount === null ? null : { amount: read.amount, currency: attributeAt(of, 'Measure', 'unitCode') },
    reason: textAt(line, 'Response/Description').slice(0, 400),
  }));
}

function adviceOf(root: XmlValue): Decision<PaymentAdvice> {
  const lines = childrenOf(root, 'RemittanceAdviceLine');
  const paidOn = textAt(root, 'PaymentMeans/PaymentDueDate');
  const read = gathered({
    ...headOf(root),
    paidOn: dayAt(paidOn || textAt(root, 'IssueDate'), 'PaymentDueDate'),
    amount: moneyAt(textAt(root, 'TotalPaymentAmount'), 'TotalPaymentAmount'),
    paid: few(lines.length, () => listed(lines.map(paidOf))),
  });
  return mapped(read, (parts): PaymentAdvice => ({
    ...{ kind: 'payment', ...parts, currency: textAt(root, 'DocumentCurrencyCode') },
    client: partyAt(root, 'AccountingCustomerParty/Party'),
    company: partyAt(root, 'AccountingSupplierParty/Party'),
    text: textAt(root, 'Note').slice(0, 400),
  }));
}

function paidOf(line: XmlValue): Decision<PaymentAdvice['paid'][number]> {
  return gathered({
    document: neededText(line, 'BillingReference/InvoiceDocumentReference/ID'),
    amount: moneyAt(textAt(line, 'DebitLineAmount'), 'DebitLineAmount'),
  });
}

function headOf(root: XmlValue) {
  return { number: neededText(root, 'ID'), issuedOn: dayAt(textAt(root, 'IssueDate'), 'IssueDate') };
}

function few<T>(lines: number, read: () => Decision<T>): Decision<T> {
  return lines > MOST_LINES ? refused({ at: '', kind: 'ubl-unreadable', reason: `it has ${lines} lines` }) : read();
}

function partyAt(root: XmlValue, path: string): string {
  return textAt(root, `${path}/PartyName/Name`) || textAt(root, `${path}/PartyLegalEntity/RegistrationName`);
}
