import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import type { Role } from '../../ledger/account.ts';
import { documentId, partyId } from '../../ledger/ids.ts';
import { ZERO } from '../../money/cents.ts';
import type { Order } from '../../orders/order.ts';
import type { Catalog } from '../catalog.ts';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import type { OpeningRow } from './form.ts';
import { OPENING_SHEET } from './sheet.ts';

const BLANK: OpeningRow = {
  ...{ what: '', debit: '', credit: '', party: '', number: '', datedOn: '', dueOn: '' },
  ...{ project: '', code: '', costType: '', text: '' },
};
const dr = (what: string, debit: string, more: Partial<OpeningRow> = {}): OpeningRow => ({
  ...BLANK,
  what,
  debit,
  ...more,
});
const cr = (what: string, credit: string, more: Partial<OpeningRow> = {}): OpeningRow => ({
  ...BLANK,
  what,
  credit,
  ...more,
});

const ACCOUNTS = new Map(SAMPLE.accounts.map((account) => [Number(account.id), account]));
const codeOf = (role: Role) => SAMPLE.accounts.find((account) => account.role === role)?.code ?? '';
const RETAINED = codeOf('retained-earnings');
const BANK = codeOf('bank');
const SUBCONTRACT: Order = {
  ...{ id: documentId(70), number: 'SC-1', kind: 'subcontract', supplier: partyId(1), version: 1 },
  ...{ retentionMillionths: 100_000, deliverTo: '', isClosed: false, retained: ZERO, lines: [] },
};
const CATALOG: Catalog = { ...SAMPLE, lockedThrough: null, orders: [SUBCONTRACT] };

const read = (rows: readonly OpeningRow[], catalog: Catalog = CATALOG) =>
  OPENING_SHEET.read({ kind: 'opening', text: 'Taken over', rows: [...rows] }, catalog);
const problems = (rows: readonly OpeningRow[], catalog?: Catalog) =>
  read(rows, catalog).problems.map(({ at, kind }) => `${at} ${kind}`);
const named = (account: number) => ACCOUNTS.get(account)?.role ?? ACCOUNTS.get(account)?.code;
/** Every entry as `day: account amount, …`. */
const posted = (rows: readonly OpeningRow[], catalog?: Catalog) =>
  read(rows, catalog).postings.flatMap(({ kind, entries }) =>
    entries.map(
      ({ postedOn, lines }) =>
        `${kind} ${postedOn}: ${lines.map(({ account, amount }) => `${named(account)} ${amount / 100}`).join(', ')}`,
    ),
  );
const trial = (rows: readonly OpeningRow[], catalog?: Catalog) =>
  (read(rows, catalog).trialBalance ?? []).map(({ account, amount }) => `${named(account)} ${amount / 100}`);

/**
 * The old books at the end of 2025: bank 500, a client owes 300, a supplier is owed 120, of which 20 is withheld under a subcontract.
 * GATE cost 640, earned 800 and billed 900, so the contract is overbilled by 100. Retained earnings, profit of GATE included: 580.
 */
const OLD_BOOKS = [
  dr(BANK, '500'),
  dr('invoice', '300', { party: 'COUNTY', number: 'I-9', datedOn: '2025-12-05' }),
  cr('bill', '100', { party: 'STONE', number: 'N-1', datedOn: '2025-12-20', project: 'GATE' }),
  cr('retention', '20', { party: 'STONE', number: 'SC-1' }),
  dr('cost', '600', { project: 'GATE', code: 'A/31-250' }),
  dr('cost', '40', { project: 'GATE', code: '31-100' }),
  dr('earned', '800', { project: 'GATE' }),
  cr('billed', '900', { project: 'GATE' }),
  cr(RETAINED, '580'),
];

describe('books that begin with a fiscal year', () => {
  test('the trial balance shows retained earnings as the old books have them, and no results of earlier years', () => {
    expect(problems(OLD_BOOKS)).toEqual([]);
    expect(trial(OLD_BOOKS).toSorted()).toEqual(
      [
        ...['bank 500', 'receivable 300', 'payable -100', 'retention-payable -20'],
        ...['earned-unbilled 800', 'progress-billings -900', 'retained-earnings -580'],
      ].toSorted(),
    );
  });

  test('balances and open items are posted the day before; in all, retained earnings give up what projects earned', () => {
    expect(posted(OLD_BOOKS)).toEqual([
      // 500 + 640 + 800 − 800 − 900 − 580 = −340.
      'opening 2025-12-31: bank 500, cost-of-revenue 600, cost-of-revenue 40, earned-unbilled 800, revenue -800, ' +
        'progress-billings -900, retained-earnings -580, retained-earnings 340',
      'opening-invoice 2025-12-31: receivable 300, retained-earnings -300',
      'opening-bill 2025-12-31: payable -100, retained-earnings 100',
      'opening-retention 2025-12-31: retention-payable -20, retained-earnings 20',
    ]);
    // −580 + 340 − 300 + 100 + 20 = −420 = −580 + profit of 160.
  });

  test('open items keep their own days; without a due day the terms of the supplier count', () => {
    const [, invoice, bill, retention] = read(OLD_BOOKS).postings;
    expect(invoice).toMatchObject({ number: 'I-9', datedOn: '2025-12-05', dueOn: '2025-12-05', gross: 30_000 });
    expect(bill).toMatchObject({ number: 'N-1', dueOn: '2026-01-19', gross: 10_000, party: 1, project: 1 });
    const effects = [{ kind: 'retained', amounts: [{ order: 70, amount: 2_000 }] }];
    expect(retention).toMatchObject({ dueOn: null, effects });
  });

  test('cost waits where its project has not earned, and where it is capitalized', () => {
    const rows = [
      dr('cost', '10', { project: 'GATE', code: '31-100' }),
      dr('cost', '5', { project: 'BOAT', code: '31-100' }),
      cr(RETAINED, '15'),
    ];
    expect(posted(rows)).toEqual(['opening 2025-12-31: wip 10, construction-in-progress 5, retained-earnings -15']);
  });

  test('every line says what it is of: its project and coding, its party, its text', () => {
    const rows = [
      dr(BANK, '7', { party: 'FUEL', text: 'Held for fuel' }),
      dr('6100', '3', { project: 'GATE' }),
      cr('bill', '4', { party: 'STONE', number: 'N-1', project: 'GATE' }),
      cr('bill', '2', { party: 'STONE', number: 'N-2', text: 'Sand' }),
      dr('cost', '6', { project: 'GATE', code: 'A/31-250', text: 'Stone' }),
      dr('earned', '8', { project: 'GATE', text: 'To date' }),
      cr('billed', '5', { project: 'GATE' }),
      cr(RETAINED, '7'),
    ];
    const lines = read(rows).postings.map(({ entries }) =>
      entries
        .flatMap((entry) => entry.lines)
        .map(({ project, phase, costCode, costType, party, text }) =>
          [project, phase, costCode, costType, party, text].map((part) => part ?? '').join(' '),
        ),
    );
    expect(problems(rows)).toEqual([]);
    expect(lines).toEqual([
      [
        ...['    2 Held for fuel', '1     ', '1 7 11 material  Stone', '1     To date', '1     To date', '1     '],
        ...['     ', '     Against open items, and what projects earned in earlier years'],
      ],
      ['1    1 ', '    1 N-1'],
      ['    1 Sand', '    1 Sand'],
    ]);
  });

  test('open items that balance by themselves post no balances', () => {
    const rows = [
      dr('invoice', '9', { party: 'COUNTY', number: 'I-1' }),
      cr('bill', '9', { party: 'STONE', number: 'N-1' }),
    ];
    expect(read(rows).postings.map(({ kind, entries }) => `${kind} ${entries.length}`)).toEqual([
      ...['opening 0', 'opening-invoice 1', 'opening-bill 1'],
    ]);
  });

  test('cost that is capitalized or expensed stays on its own account, named or not', () => {
    const rows = [
      dr(codeOf('construction-in-progress'), '5', { project: 'BOAT', code: '31-100' }),
      dr('cost', '4', { project: 'TRAIN', code: '31-100' }),
      cr(RETAINED, '5'),
    ];
    expect(problems(rows)).toEqual([]);
    expect(posted(rows)[0]).toContain('construction-in-progress 5, internal-projects 4');
  });

  test('a project is the same however it is named', () => {
    const rows = [
      dr('cost', '10', { project: 'project gate', code: '31-100' }),
      dr('earned', '12', { project: 'GATE' }),
      cr(RETAINED, '12'),
    ];
    expect(posted(rows)[0]).toContain('cost-of-revenue 10');
  });

  test('an account that names a project is a balance as any other', () => {
    const rows = [dr('6100', '5', { project: 'GATE' }), cr(BANK, '5')];
    expect(problems(rows)).toEqual([]);
    expect(trial(rows).toSorted()).toEqual(['6100 5', 'bank -5']);
  });

  test('the account of the cost may be named, and a control account stands for its word', () => {
    const rows = [
      dr(codeOf('cost-of-revenue'), '10', { project: 'GATE', code: '31-100' }),
      cr(codeOf('progress-billings'), '4', { project: 'GATE' }),
      dr(BANK, '4'),
    ];
    expect(problems(rows)).toEqual([]);
    expect(trial(rows).toSorted()).toEqual(['bank 4', 'progress-billings -4']);
  });

  test('a loss that was provided for stands against the expense of earlier years', () => {
    const rows = [cr('loss', '7', { project: 'GATE' }), dr(RETAINED, '7')];
    expect(posted(rows)).toEqual([
      'opening 2025-12-31: loss-provision -7, loss-expense 7, retained-earnings 7, retained-earnings -7',
    ]);
  });
});

describe('books that begin within a fiscal year', () => {
  const catalog: Catalog = {
    ...CATALOG,
    span: { ...CATALOG.span, first: isoDate('2026-07-01') },
  };
  /** GATE earned 300 before the year and 500 in it; it cost 200 and 440. */
  const rows = [
    dr(BANK, '260'),
    dr('earned', '300', { project: 'GATE', datedOn: '2025-12-31' }),
    dr('earned', '500', { project: 'GATE' }),
    cr('billed', '900', { project: 'GATE' }),
    dr('cost', '200', { project: 'GATE', code: '31-100', datedOn: '2025-12-31' }),
    dr('cost', '440', { project: 'GATE', code: '31-100' }),
    cr(RETAINED, '100'),
  ];

  test('results of the year stand on their accounts, those of years before in retained earnings', () => {
    expect(problems(rows, catalog)).toEqual([]);
    expect(trial(rows, catalog).toSorted()).toEqual(
      [
        ...['bank 260', 'earned-unbilled 800', 'progress-billings -900', 'retained-earnings -100'],
        ...['revenue -500', 'cost-of-revenue 440'],
      ].toSorted(),
    );
  });

  test('the first day of the year is of this year', () => {
    const first = [
      dr('earned', '5', { project: 'GATE', datedOn: '2026-01-01' }),
      cr('billed', '5', { project: 'GATE', datedOn: '2026-01-01' }),
    ];
    expect(trial(first, catalog).toSorted()).toEqual(
      ['earned-unbilled 5', 'progress-billings -5', 'revenue -5'].toSorted(),
    );
  });

  test('every day has an entry of its own that balances', () => {
    expect(posted(rows, catalog)).toEqual([
      'opening 2025-12-31: earned-unbilled 300, revenue -300, cost-of-revenue 200, retained-earnings -200',
      'opening 2026-06-30: bank 260, earned-unbilled 500, revenue -500, progress-billings -900, cost-of-revenue 440, ' +
        'retained-earnings -100, retained-earnings 300',
    ]);
  });
});

describe('is refused', () => {
  test.each([
    { case: 'with nothing in it', rows: [BLANK], says: ['rows nothing-entered'] },
    { case: 'until it balances', rows: OLD_BOOKS.slice(1), says: ['rows unbalanced-opening'] },
    { case: 'with an amount of nothing', rows: [dr(BANK, '')], says: ['rows/0/debit missing'] },
    { case: 'with an unknown account', rows: [dr('nowhere', '1')], says: ['rows/0/what unknown-code'] },
    { case: 'with revenue by itself', rows: [cr(codeOf('revenue'), '1')], says: ['rows/0/what not-taken-over'] },
    { case: 'with WIP and no project', rows: [dr(codeOf('wip'), '1')], says: ['rows/0/what not-taken-over'] },
    {
      case: 'with cost and no project',
      rows: [dr('cost', '1', { code: '31-100' })],
      says: ['rows/0/project missing'],
    },
    {
      case: 'with what an internal project earned',
      rows: [dr('earned', '1', { project: 'BOAT' })],
      says: ['rows/0/project client-needed'],
    },
    { case: 'with earned and no project', rows: [dr('earned', '1')], says: ['rows/0/project missing'] },
    {
      case: 'with cost on an account that the project does not have it on',
      rows: [dr(codeOf('wip'), '1', { project: 'BOAT', code: '31-100' })],
      says: ['rows/0/what cost-account-of-project'],
    },
    { case: 'with a bill of nobody', rows: [cr('bill', '1', { number: 'N' })], says: ['rows/0/party missing'] },
    {
      case: 'with a bill of a client',
      rows: [cr('bill', '1', { party: 'COUNTY', number: 'N' })],
      says: ['rows/0/party unknown-code'],
    },
    {
      case: 'with a bill without a number',
      rows: [cr('bill', '1', { party: 'STONE' })],
      says: ['rows/0/number missing'],
    },
    {
      case: 'with a bill that is in the books',
      rows: [cr('bill', '1', { party: 'STONE', number: 'N-77' }), dr(BANK, '1')],
      says: ['rows/0/number duplicate-bill'],
    },
    {
      case: 'with a bill dated when the books have begun',
      rows: [cr('bill', '1', { party: 'STONE', number: 'N', datedOn: '2026-01-01' })],
      says: ['rows/0/datedOn not-before-books'],
    },
    {
      case: 'with a deposit that we owe',
      rows: [cr('deposit', '1', { party: 'STONE', number: 'D' })],
      says: ['rows/0/credit other-side'],
    },
    {
      case: 'with retention that is owed to us',
      rows: [dr('retention', '1', { party: 'STONE', number: 'SC-1' })],
      says: ['rows/0/debit other-side'],
    },
    {
      case: 'with retention under no subcontract',
      rows: [cr('retention', '1', { party: 'STONE', number: 'SC-9' })],
      says: ['rows/0/number unknown-code'],
    },
    {
      case: 'with more than can be added up',
      rows: Array.from({ length: 102 }, () => dr(BANK, '900,000,000,000')),
      says: ['rows sum-too-large'],
    },
  ])('$case', ({ rows, says }) => {
    expect(problems(rows)).toEqual(says);
    expect(read(rows).postings).toEqual([]);
  });
});

describe('a balance on the side where it does not usually stand is asked about', () => {
  const said = (row: OpeningRow) => read([row]).warnings.map(({ at, kind }) => `${at} ${kind}`);
  test.each([
    { case: 'earned as a credit', row: cr('earned', '800'), warned: ['rows/0/credit unusual-side'] },
    { case: 'earned as a debit', row: dr('earned', '800'), warned: [] },
    { case: 'billed as a debit', row: dr('billed', '900'), warned: ['rows/0/debit unusual-side'] },
    { case: 'billed as a debit with a minus', row: dr('billed', '-900'), warned: [] },
    { case: 'a bill as a debit', row: dr('bill', '120'), warned: ['rows/0/debit unusual-side'] },
    { case: 'cost as a credit', row: cr('cost', '640'), warned: ['rows/0/credit unusual-side'] },
    { case: 'the bank as a credit', row: cr(BANK, '10'), warned: ['rows/0/credit unusual-side'] },
    { case: 'the bank as a credit in brackets', row: cr(BANK, '(10)'), warned: [] },
    { case: 'equity on either side', row: dr(RETAINED, '10'), warned: [] },
    { case: 'both columns', row: { ...dr('earned', '1'), credit: '2' }, warned: [] },
  ])('$case', ({ row, warned }) => {
    expect(said(row)).toEqual(warned);
  });
});
