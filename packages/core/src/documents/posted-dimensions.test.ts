import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { costCodeId, partyId, phaseId } from '../ledger/ids.ts';
import { closingEntry, credit, debit, journalEntry, reversal, type JournalEntry } from '../ledger/journal-entry.ts';
import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { clientCredited } from './credit-note/post.ts';
import { revenueRecognized } from './recognition/post.ts';
import { GATE, SAMPLE, SAMPLE_ROLES } from './sample-catalog.test.sample.ts';
import { supplierBill } from './supplier-bill/post.ts';

const DAY = isoDate('2027-03-31');
const CODING = { project: GATE.id, phase: phaseId(7), costCode: costCodeId(11), costType: 'material' as const };
const NOTHING = {
  project: null,
  phase: null,
  costCode: null,
  costType: null,
  party: null,
  employee: null,
  quantity: 0,
};

/** Lines as told, whatever is left out being nothing. */
const told = (...lines: readonly object[]) => lines.map((line) => ({ ...NOTHING, text: '', ...line }));

describe('lines say of whom, of what and why', () => {
  test('of a bill: the cost its coding, quantity and text, the rest the number; everything the supplier', () => {
    const [entry] = supplierBill(SAMPLE_ROLES, {
      ...{
        supplier: partyId(1),
        number: 'N-1',
        datedOn: DAY,
        postedOn: DAY,
        dueOn: DAY,
        retained: [],
        paid: null,
      },
      lines: [
        {
          target: { kind: 'project', project: GATE, coding: CODING },
          ...{ net: cents(1_000), quantity: quantity(20_000), taxCode: SAMPLE.taxCodes[1] ?? null, text: 'Stone' },
          ...{ order: null, place: 0 },
        },
        {
          target: { kind: 'account', account: SAMPLE_ROLES['indirect-labor'] },
          ...{ net: cents(500), quantity: quantity(0), taxCode: null, text: 'Yard' },
          ...{ order: null, place: 1 },
        },
      ],
    });
    expect(entry?.lines).toEqual(
      told(
        { ...CODING, account: SAMPLE_ROLES.wip, amount: 1_000, quantity: 20_000, party: 1, text: 'Stone' },
        { account: SAMPLE_ROLES['indirect-labor'], amount: 500, party: 1, text: 'Yard' },
        { account: SAMPLE_ROLES['input-tax'], amount: 200, party: 1, text: 'N-1' },
        { project: 1, account: SAMPLE_ROLES.payable, amount: -1_200, party: 1, text: 'N-1' },
        { account: SAMPLE_ROLES.payable, amount: -500, party: 1, text: 'N-1' },
      ),
    );
  });

  test('of a run: every line its project, cost its whole coding', () => {
    const change = {
      ...{ project: GATE.id, earned: [{ phase: null, amount: cents(900) }], lossProvision: cents(70) },
      released: [{ coding: CODING, amount: cents(400) }],
    };
    expect(revenueRecognized(SAMPLE_ROLES, DAY, [change]).lines).toEqual(
      told(
        { project: 1, account: SAMPLE_ROLES['earned-unbilled'], amount: 900 },
        { project: 1, account: SAMPLE_ROLES.revenue, amount: -900 },
        { ...CODING, account: SAMPLE_ROLES['cost-of-revenue'], amount: 400 },
        { ...CODING, account: SAMPLE_ROLES.wip, amount: -400 },
        { project: 1, account: SAMPLE_ROLES['loss-expense'], amount: 70 },
        { project: 1, account: SAMPLE_ROLES['loss-provision'], amount: -70 },
      ),
    );
  });

  test('of a credit note: the work its project, all of it the client', () => {
    const note = {
      client: partyId(50),
      project: GATE.id,
      postedOn: DAY,
      work: cents(800),
      tax: cents(50),
      withheld: cents(80),
      ...{ drawn: { net: cents(100), tax: cents(5) }, accounts: [] },
      text: 'Too much',
    };
    const who = { party: 50, text: 'Too much' };
    expect(clientCredited(SAMPLE_ROLES, note).lines).toEqual(
      told(
        { ...who, project: 1, account: SAMPLE_ROLES['progress-billings'], amount: 800 },
        { ...who, account: SAMPLE_ROLES['output-tax'], amount: 50 },
        { ...who, project: 1, account: SAMPLE_ROLES['retention-receivable'], amount: -80 },
        { ...who, project: 1, account: SAMPLE_ROLES['client-deposits'], amount: -100 },
        { ...who, account: SAMPLE_ROLES['output-tax'], amount: -5 },
        { ...who, project: 1, account: SAMPLE_ROLES.receivable, amount: -665 },
      ),
    );
  });
});

test('an entry closes a project only where it says so, and so does what takes it back', () => {
  const entry: JournalEntry = journalEntry(DAY, [
    debit(SAMPLE_ROLES.bank, cents(5), { text: 'In' }),
    credit(SAMPLE_ROLES.receivable, cents(5)),
  ]);
  expect(entry.isClosing).toBe(false);
  expect(closingEntry(entry)).toEqual({ ...entry, isClosing: true });
  expect(reversal(entry, isoDate('2027-04-01'))).toMatchObject({ postedOn: '2027-04-01', isClosing: false });
  expect(reversal(closingEntry(entry), DAY).isClosing).toBe(true);
  expect(() => journalEntry(DAY, [debit(SAMPLE_ROLES.bank, cents(5))])).toThrow('differ by 5');
});
