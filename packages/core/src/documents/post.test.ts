import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { BOAT, GATE, SAMPLE, SAMPLE_ROLES, TRAINING } from './sample-catalog.test.sample.ts';
import type { Role } from '../ledger/account.ts';
import { costCodeId, partyId } from '../ledger/ids.ts';
import { debit, type JournalEntry } from '../ledger/journal-entry.ts';
import type { Project } from '../ledger/project.ts';
import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { progressBilled } from './invoice/post.ts';
import { generalJournal } from './journal/post.ts';
import { supplierPayment } from './payment/post.ts';
import { clientReceipt } from './receipt/post.ts';
import { revenueRecognized } from './recognition/post.ts';
import { supplierBill, type BillLine } from './supplier-bill/post.ts';

const DAY = isoDate('2027-03-31');
const PARTY = partyId(1);
const roleOf = (entry: JournalEntry): readonly (readonly [Role | undefined, number])[] =>
  entry.lines.map(({ account, amount }) => [
    SAMPLE.accounts.find(({ id }) => id === account)?.role ?? undefined,
    amount,
  ]);

const line = (project: Project, net: number, tax: number | null = null): BillLine => ({
  target: {
    kind: 'project',
    project,
    coding: { project: project.id, phase: null, costCode: costCodeId(11), costType: 'material' },
  },
  net: cents(net),
  quantity: quantity(0),
  taxCode: tax === null ? null : (SAMPLE.taxCodes[tax] ?? null),
  text: '',
  order: null,
  place: 0,
});
const bill = (...lines: BillLine[]) =>
  supplierBill(SAMPLE_ROLES, {
    supplier: PARTY,
    number: '1',
    datedOn: DAY,
    postedOn: DAY,
    dueOn: DAY,
    lines,
    retained: [],
    paid: null,
  });

describe('a supplier bill', () => {
  test.each([
    {
      case: 'for a client project: WIP',
      of: bill(line(GATE, 10_000)),
      lines: [
        ['wip', 10_000],
        ['payable', -10_000],
      ],
    },
    {
      case: 'for an internal project that is expensed',
      of: bill(line(TRAINING, 10_000)),
      lines: [
        ['internal-projects', 10_000],
        ['payable', -10_000],
      ],
    },
    {
      case: 'for an internal project that is held',
      of: bill(line(BOAT, 10_000)),
      lines: [
        ['construction-in-progress', 10_000],
        ['payable', -10_000],
      ],
    },
    {
      case: 'with tax that is cost',
      of: bill(line(GATE, 10_000, 0), line(GATE, 20_000, 0)),
      lines: [
        ['wip', 10_625],
        ['wip', 21_250],
        ['payable', -31_875],
      ],
    },
    {
      case: 'with tax that comes back',
      of: bill(line(GATE, 10_000, 1)),
      lines: [
        ['wip', 10_000],
        ['input-tax', 2_000],
        ['payable', -12_000],
      ],
    },
    {
      case: 'with both',
      of: bill(line(GATE, 10_000, 0), line(GATE, 10_000, 1)),
      lines: [
        ['wip', 10_625],
        ['wip', 10_000],
        ['input-tax', 2_000],
        ['payable', -22_625],
      ],
    },
    {
      case: 'turned: a credit',
      of: bill(line(GATE, -10_000, 1)),
      lines: [
        ['wip', -10_000],
        ['input-tax', -2_000],
        ['payable', 12_000],
      ],
    },
  ])('$case', ({ of, lines }) => {
    expect(of.flatMap(roleOf)).toEqual(lines);
  });
});

describe('billing and money', () => {
  test('a progress invoice: Dr receivable, Cr progress billings and output tax', () => {
    const entry = progressBilled(SAMPLE_ROLES, {
      client: PARTY,
      project: GATE.id,
      postedOn: DAY,
      work: cents(100_000),
      tax: cents(4_000),
      withheld: cents(10_000),
      ...{ released: cents(0), drawn: { net: cents(0), tax: cents(0) }, text: '' },
    });
    expect(roleOf(entry)).toEqual([
      ['receivable', 94_000],
      ['retention-receivable', 10_000],
      ['progress-billings', -100_000],
      ['output-tax', -4_000],
    ]);
    expect(entry.lines.map(({ project }) => project)).toEqual([GATE.id, GATE.id, GATE.id, null]);
  });

  test('a receipt and a payment', () => {
    const parts = [
      { project: GATE.id, amount: cents(300) },
      { project: null, amount: cents(200) },
    ];
    const of = { party: PARTY, postedOn: DAY, parts, text: '' };
    expect(roleOf(clientReceipt(SAMPLE_ROLES, of))).toEqual([
      ['bank', 500],
      ['receivable', -300],
      ['receivable', -200],
    ]);
    expect(clientReceipt(SAMPLE_ROLES, of).lines.map(({ project }) => project)).toEqual([null, GATE.id, null]);
    expect(roleOf(supplierPayment(SAMPLE_ROLES, of))).toEqual([
      ['payable', 300],
      ['payable', 200],
      ['bank', -500],
    ]);
  });
});

test('recognition: revenue against earned, cost released by its coding, the loss provided for', () => {
  const coding = { project: GATE.id, phase: null, costCode: costCodeId(11), costType: 'material' as const };
  const entry = revenueRecognized(SAMPLE_ROLES, DAY, [
    {
      project: GATE.id,
      earned: [{ phase: null, amount: cents(900) }],
      released: [{ coding, amount: cents(600) }],
      lossProvision: cents(50),
    },
  ]);
  expect(roleOf(entry)).toEqual([
    ['earned-unbilled', 900],
    ['revenue', -900],
    ['cost-of-revenue', 600],
    ['wip', -600],
    ['loss-expense', 50],
    ['loss-provision', -50],
  ]);
  expect(entry.lines.filter(({ costCode }) => costCode === 11)).toHaveLength(2);
});

describe('a journal', () => {
  const typed = (role: Role, amount: number) => debit(SAMPLE_ROLES[role], cents(amount));
  test('posts balanced lines', () => {
    const decided = generalJournal(DAY, [typed('labor-clearing', 500), typed('bank', -500)]);
    expect(decided.ok && roleOf(decided.value)).toEqual([
      ['labor-clearing', 500],
      ['bank', -500],
    ]);
  });
  test.each([
    { case: 'lines that do not balance', lines: [typed('bank', 500)], kind: 'unbalanced-journal' },
    { case: 'lines of nothing', lines: [typed('bank', 0)], kind: 'nothing-entered' },
  ])('refuses $case', ({ lines, kind }) => {
    expect(generalJournal(DAY, lines)).toMatchObject({ ok: false, problems: [{ kind }] });
  });
});
