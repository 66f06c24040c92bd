import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import type { ClientAnswer } from './client-answer.ts';
import { readClientAnswer } from './read-client-answer.ts';
import { writtenClientAnswer } from './written-client-answer.ts';
import type { XmlValue } from './xml-tree.ts';

const HEAD = {
  ...{ number: 'R-1', issuedOn: isoDate('2027-02-03'), client: 'Rill County', company: 'Test Works' },
  text: 'Thank you',
};
const RESPONSE: ClientAnswer = {
  ...{ kind: 'response', ...HEAD, response: 'accepted in part', document: 'AFP-0001' },
  lines: [
    { line: '1', certified: { amount: cents(2_000_000), currency: 'USD' }, reason: 'The north bank is not graded' },
    { line: '2', certified: null, reason: '' },
  ],
};
const ADVICE: ClientAnswer = {
  ...{ kind: 'payment', ...HEAD, currency: 'USD', paidOn: isoDate('2027-02-01'), amount: cents(150_000) },
  paid: [
    { document: 'INV-0001', amount: cents(100_000) },
    { document: 'INV-0002', amount: cents(50_000) },
  ],
};

/** The tree as a parser gives it: without prefixes. */
function parsed(tree: unknown): XmlValue {
  if (typeof tree !== 'object' || tree === null) return String(tree);
  if (Array.isArray(tree)) return tree.map(parsed);
  return Object.fromEntries(
    Object.entries(tree).map(([name, value]) => [
      name.startsWith('@') ? name : name.replace(/^\w+:/, ''),
      parsed(value),
    ]),
  );
}

test.each([
  { case: 'a certificate of less', answer: RESPONSE },
  { case: 'a dispute', answer: { ...RESPONSE, response: 'disputed', lines: [] } satisfies ClientAnswer },
  { case: 'a payment of two invoices', answer: ADVICE },
  { case: 'a payment that names none', answer: { ...ADVICE, paid: [] } satisfies ClientAnswer },
])('$case is read as it was written', ({ answer }) => {
  expect(readClientAnswer(parsed(writtenClientAnswer(answer)))).toEqual({ ok: true, value: answer });
});

test.each([
  { case: 'an invoice', tree: { Invoice: { ID: '1' } }, at: '' },
  { case: 'a code of no answer', tree: change(RESPONSE, 'ResponseCode', 'XX'), at: 'ResponseCode' },
  {
    case: 'an amount with three decimals',
    tree: change(ADVICE, 'TotalPaymentAmount', '1.005'),
    at: 'TotalPaymentAmount',
  },
  { case: 'a day that is none', tree: change(ADVICE, 'PaymentDueDate', '2027-02-30'), at: 'PaymentDueDate' },
  { case: 'no number', tree: change(ADVICE, 'ID', ''), at: 'ID' },
])('$case is refused, and says where it is wrong', ({ tree, at }) => {
  const read = readClientAnswer(tree);
  expect(read.ok ? [] : read.problems.map((problem) => [problem.kind, problem.at])).toContainEqual([
    'ubl-unreadable',
    at,
  ]);
});

/** The answer with every element of a name replaced. */
function change(answer: ClientAnswer, name: string, text: string): XmlValue {
  const replaced = (value: XmlValue): XmlValue => {
    if (typeof value === 'string') return value;
    if (Array.isArray(value)) return value.map(replaced);
    return Object.fromEntries(
      Object.entries(value).map(([key, child]) => [key, key === name ? text : replaced(child as XmlValue)]),
    );
  };
  return replaced(parsed(writtenClientAnswer(answer)));
}
