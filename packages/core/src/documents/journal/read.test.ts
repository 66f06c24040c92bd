import { expect, test, describe } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { MOST_CENTS } from '../../money/cents.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { JournalRow } from './form.ts';
import { readJournalSheet } from './read.ts';

const BLANK: JournalRow = {
  ...{ account: '', debit: '', credit: '', project: '', code: '', costType: '', party: '', employee: '', text: '' },
};
const codeOf = (role: keyof typeof SAMPLE_ROLES): string =>
  SAMPLE.accounts.find(({ id }) => id === SAMPLE_ROLES[role])?.code ?? '';
const row = (change: Partial<JournalRow>): JournalRow => ({ ...BLANK, ...change });
const bank = (credit: string): JournalRow => row({ account: codeOf('bank'), credit });
const read = (rows: readonly JournalRow[], more: { datedOn?: string; text?: string; lockedThrough?: string } = {}) =>
  readJournalSheet(
    {
      kind: 'journal',
      datedOn: more.datedOn ?? '2027-03-10',
      text: more.text ?? 'Moved',
      reversesOn: '',
      rows: [...rows],
    },
    more.lockedThrough === undefined ? SAMPLE : { ...SAMPLE, lockedThrough: month(more.lockedThrough) },
  );
const problemsOf = (rows: readonly JournalRow[], more: Parameters<typeof read>[1] = {}) =>
  read(rows, more).problems.map(({ at, kind }) => `${at} ${kind}`);

describe('a journal as typed', () => {
  test('posts its lines as they stand, blank rows left out, with what it comes to on one side', () => {
    const { postings, problems, warnings, entered, missing, hours, costs } = read([
      BLANK,
      row({ account: '6100', debit: '120.00', party: 'STONE', employee: 'E1', text: 'Yard' }),
      BLANK,
      bank('120'),
    ]);
    expect([problems, warnings, costs]).toEqual([[], [], []]);
    expect([entered, missing, hours]).toEqual([12_000, null, 0]);
    expect(postings).toMatchObject([
      {
        ...{ kind: 'journal', number: null, party: null, project: null, dueOn: null, gross: 12_000, memo: 'Moved' },
        ...{ datedOn: '2027-03-10', effects: [] },
        entries: [
          {
            postedOn: '2027-03-10',
            lines: [
              { account: 90, amount: 12_000, project: null, party: 1, employee: 1, text: 'Yard' },
              { account: SAMPLE_ROLES.bank, amount: -12_000, party: null, employee: null, text: '' },
            ],
          },
        ],
      },
    ]);
  });

  test('takes a line with both sides as their difference', () => {
    const [posting] = read([row({ account: '6100', debit: '100', credit: '30' }), bank('70')]).postings;
    expect(posting?.entries[0]?.lines.map(({ amount }) => amount)).toEqual([7_000, -7_000]);
  });

  test('names a client as party as well as a supplier', () => {
    const [posting] = read([row({ account: '6100', debit: '1', party: 'COUNTY' }), bank('1')]).postings;
    expect(posting?.entries[0]?.lines[0]?.party).toBe(50);
  });

  test('codes cost of a project in full, and tells what it costs there', () => {
    const line = { project: 'GATE', code: 'A/31-250', text: '' };
    const { postings, costs, warnings } = read([
      row({ account: codeOf('wip'), debit: '1,200', ...line }),
      BLANK,
      row({ account: codeOf('wip'), credit: '1,200', project: 'GATE', code: '31-100' }),
    ]);
    expect(postings[0]?.entries[0]?.lines).toMatchObject([
      { project: 1, phase: 7, costCode: 11, costType: 'material', amount: 120_000 },
      { project: 1, phase: null, costCode: 12, costType: 'labor', amount: -120_000 },
    ]);
    expect(costs.map(({ at, cost, coding }) => [at, cost, coding])).toEqual([
      ['rows/0/code', 120_000, { project: 1, phase: 7, costCode: 11, costType: 'material' }],
      ['rows/2/code', -120_000, { project: 1, phase: null, costCode: 12, costType: 'labor' }],
    ]);
    // Budget 5,000, cost so far 4,000: 1,200 more is 200 over.
    expect(warnings.map(({ kind, at }) => `${at} ${kind}`)).toEqual(['rows/0/code over-budget']);
  });

  test('costs nothing in the month worked in when it posts after it', () => {
    const line = { project: 'GATE', code: 'A/31-250' };
    const rows = [row({ account: codeOf('wip'), debit: '1', ...line }), bank('1')];
    expect(read(rows, { datedOn: '2027-03-31' }).costs).toHaveLength(1);
    expect(read(rows, { datedOn: '2027-04-01' }).costs).toEqual([]);
  });

  test('may name a project alone, with or without a cost type, where no cost is posted', () => {
    const [posting] = read([
      row({ account: '6100', debit: '5', project: 'GATE' }),
      row({ account: '6100', debit: '5', project: 'GATE', costType: 'labor' }),
      bank('10'),
    ]).postings;
    expect(posting?.entries[0]?.lines.map(({ project, costType, costCode }) => [project, costType, costCode])).toEqual([
      [1, null, null],
      [1, 'labor', null],
      [null, null, null],
    ]);
    const { costs } = read([row({ account: '6100', debit: '5', project: 'GATE' }), bank('5')]);
    expect(costs).toEqual([]);
  });

  test('codes a line of another account where a code is typed, and costs nothing there', () => {
    const { postings, costs } = read([
      row({ account: '6100', debit: '5', project: 'GATE', code: '31-100' }),
      bank('5'),
    ]);
    expect(postings[0]?.entries[0]?.lines[0]).toMatchObject({ project: 1, costCode: 12, costType: 'labor' });
    expect(costs).toEqual([]);
  });

  test('of a locked month posts on the first open day, and says so', () => {
    const { postings, warnings } = read([row({ account: '6100', debit: '1' }), bank('1')], { datedOn: '2027-01-31' });
    expect(postings[0]).toMatchObject({ datedOn: '2027-01-31', entries: [{ postedOn: '2027-02-01' }] });
    expect(warnings).toMatchObject([{ at: 'datedOn', kind: 'posts-later' }]);
    const open = read([row({ account: '6100', debit: '1' }), bank('1')], { datedOn: '2027-02-01' });
    expect(open.warnings).toEqual([]);
  });
});

describe('a journal is refused', () => {
  const gate = { project: 'GATE', code: '31-100' };
  test.each([
    {
      case: 'without a day',
      rows: [row({ account: '6100', debit: '1' }), bank('1')],
      more: { datedOn: '' },
      problems: ['datedOn missing'],
    },
    {
      case: 'with a day that is none',
      rows: [row({ account: '6100', debit: '1' }), bank('1')],
      more: { datedOn: 'soon' },
      problems: ['datedOn unreadable-day'],
    },
    { case: 'with nothing in it', rows: [BLANK], problems: ['rows nothing-entered'] },
    { case: 'with lines of nothing', rows: [row({ account: '6100', debit: '0' })], problems: ['rows nothing-entered'] },
    {
      case: 'unbalanced',
      rows: [row({ account: '6100', debit: '2' }), bank('1')],
      problems: ['rows unbalanced-journal'],
    },
    { case: 'without an account', rows: [row({ debit: '1' }), bank('1')], problems: ['rows/0/account missing'] },
    {
      case: 'with an account nobody knows',
      rows: [row({ account: '99', debit: '1' }), bank('1')],
      problems: ['rows/0/account unknown-code'],
    },
    {
      case: 'with amounts that cannot be read',
      rows: [row({ account: '6100', debit: 'one' }), row({ account: '6100', credit: 'x' })],
      problems: ['rows/0/debit unreadable-number', 'rows/1/credit unreadable-number'],
    },
    {
      case: 'with a party nobody knows',
      rows: [row({ account: '6100', debit: '1', party: 'NOBODY' }), bank('1')],
      problems: ['rows/0/party unknown-code'],
    },
    {
      case: 'with an employee nobody knows',
      rows: [row({ account: '6100', debit: '1', employee: 'E9' }), bank('1')],
      problems: ['rows/0/employee unknown-code'],
    },
    {
      case: 'with too long a text',
      rows: [row({ account: '6100', debit: '1', text: 'x'.repeat(201) }), bank('1')],
      problems: ['rows/0/text too-long'],
    },
    {
      case: 'with too long a text of its own',
      rows: [row({ account: '6100', debit: '1' }), bank('1')],
      more: { text: 'x'.repeat(401) },
      problems: ['text too-long'],
    },
    {
      case: 'with a code and no project',
      rows: [row({ account: '6100', debit: '1', code: '31-100' }), bank('1')],
      problems: ['rows/0/project missing'],
    },
    {
      case: 'with a cost type and no project',
      rows: [row({ account: '6100', debit: '1', costType: 'labor' }), bank('1')],
      problems: ['rows/0/project missing'],
    },
    {
      case: 'with an account that documents keep',
      rows: [row({ account: codeOf('payable'), debit: '1' }), bank('1')],
      problems: ['rows/0/account control-account'],
    },
    {
      case: 'with revenue that stands against no earned, unbilled of its project',
      rows: [row({ account: codeOf('revenue'), debit: '1', project: 'GATE' }), bank('1')],
      problems: ['rows earned-apart'],
    },
    {
      case: 'with cost in another account than the project has it in',
      rows: [row({ account: codeOf('cost-of-revenue'), debit: '1', ...gate }), bank('1')],
      problems: ['rows/0/account cost-account-of-project'],
    },
    {
      case: 'with cost and no code',
      rows: [row({ account: codeOf('wip'), debit: '1', project: 'GATE' }), bank('1')],
      problems: ['rows/0/code missing'],
    },
    {
      case: 'with a project nobody knows',
      rows: [row({ account: '6100', debit: '1', project: 'NONE' }), bank('1')],
      problems: ['rows/0/project unknown-code'],
    },
    {
      case: 'with a cost type that is none',
      rows: [row({ account: '6100', debit: '1', project: 'GATE', costType: 'q' }), bank('1')],
      problems: ['rows/0/costType not-a-choice'],
    },
  ])('$case', ({ rows, more = {}, problems }) => {
    const refused = read(rows, more);
    expect(problemsOf(rows, more)).toEqual(problems);
    expect([refused.postings, refused.costs, refused.entered]).toEqual([[], [], 0]);
  });

  test('whose lines come to more than can be added up', () => {
    const most = String(MOST_CENTS / 100);
    const pairs = (count: number) =>
      Array.from({ length: count }, () => [row({ account: '6100', debit: most }), bank(most)]).flat();
    // 50 pairs of 900,000,000,000.00 on either side are 90,000,000,000,000.00; 51 are more than can be added up.
    expect(problemsOf(pairs(50))).toEqual([]);
    expect(problemsOf(pairs(51))).toEqual(['rows sum-too-large']);
  });

  test('cost goes to the account that the kind of project has it in', () => {
    const of = (project: string, account: keyof typeof SAMPLE_ROLES) =>
      problemsOf([row({ account: codeOf(account), debit: '1', project, code: '31-100' }), bank('1')]);
    expect(of('GATE', 'wip')).toEqual([]);
    expect(of('BOAT', 'construction-in-progress')).toEqual([]);
    expect(of('TRAIN', 'internal-projects')).toEqual([]);
    expect(of('BOAT', 'wip')).toEqual(['rows/0/account cost-account-of-project']);
  });
});

test('a day without a year is that of the month worked in', () => {
  expect(read([row({ account: '6100', debit: '1' }), bank('1')], { datedOn: '3/5' }).postings[0]?.datedOn).toBe(
    isoDate('2027-03-05'),
  );
});
