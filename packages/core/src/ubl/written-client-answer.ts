import { plainDollars } from '../money/dollars.ts';
import {
  CERTIFIED,
  RESPONSE_CODES,
  type ClientAnswer,
  type ClientResponse,
  type PaymentAdvice,
} from './client-answer.ts';
import type { Tree } from './written-ubl.ts';

/** An answer as a tree of elements with the prefixes of UBL 2.1, in the order its schemas want. */
export function writtenClientAnswer(answer: ClientAnswer): Tree {
  return answer.kind === 'response' ? response(answer) : advice(answer);
}

function root(name: string, { number, issuedOn, text }: ClientAnswer, children: Tree): Tree {
  return {
    [name]: {
      '@xmlns': `urn:oasis:names:specification:ubl:schema:xsd:${name}-2`,
      '@xmlns:cac': 'urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2',
      '@xmlns:cbc': 'urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2',
      'cbc:UBLVersionID': '2.1',
      'cbc:ID': number,
      'cbc:IssueDate': issuedOn,
      ...(text === '' ? {} : { 'cbc:Note': text }),
      ...children,
    },
  };
}

function party(name: string): Tree {
  return { 'cac:PartyName': { 'cbc:Name': name }, 'cac:PartyLegalEntity': { 'cbc:RegistrationName': name } };
}

function response(answer: ClientResponse): Tree {
  const lines = answer.lines.map(({ line, certified, reason }): Tree => ({
    'cac:LineReference': { 'cbc:LineID': line },
    'cac:Response': {
      'cbc:ResponseCode': RESPONSE_CODES[answer.response],
      ...(reason === '' ? {} : { 'cbc:Description': reason }),
      ...(certified === null
        ? {}
        : {
            'cac:Status': {
              'cac:Condition': {
                'cbc:AttributeID': CERTIFIED,
                'cbc:Measure': { '@unitCode': certified.currency, '#text': plainDollars(certified.amount) },
              },
            },
          }),
    },
  }));
  return root('ApplicationResponse', answer, {
    'cac:SenderParty': party(answer.client),
    'cac:ReceiverParty': party(answer.company),
    'cac:DocumentResponse': {
      'cac:Response': {
        'cbc:ResponseCode': RESPONSE_CODES[answer.response],
        ...(answer.text === '' ? {} : { 'cbc:Description': answer.text }),
      },
      'cac:DocumentReference': { 'cbc:ID': answer.document },
      ...(lines.length === 0 ? {} : { 'cac:LineResponse': lines }),
    },
  });
}

function advice(answer: PaymentAdvice): Tree {
  const amount = (value: PaymentAdvice['amount']): Tree => ({
    '@currencyID': answer.currency,
    '#text': plainDollars(value),
  });
  return root('RemittanceAdvice', answer, {
    'cbc:DocumentCurrencyCode': answer.currency,
    'cbc:TotalPaymentAmount': amount(answer.amount),
    'cac:AccountingCustomerParty': { 'cac:Party': party(answer.client) },
    'cac:AccountingSupplierParty': { 'cac:Party': party(answer.company) },
    'cac:PaymentMeans': { 'cbc:PaymentMeansCode': '30', 'cbc:PaymentDueDate': answer.paidOn },
    'cac:RemittanceAdviceLine': answer.paid.map((each, place): Tree => ({
      'cbc:ID': String(place + 1),
      'cbc:DebitLineAmount': amount(each.amount),
      'cac:BillingReference': { 'cac:InvoiceDocumentReference': { 'cbc:ID': each.document } },
    })),
  });
}
