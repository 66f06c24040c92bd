import { cents } from '../../money/cents.ts';
import { rateBook } from '../../rates/applying-rule.ts';
import { ratesOfWhole } from '../../rates/hour-rates.ts';
import { rate } from '../../money/quantity.ts';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { codingKey } from '../../ledger/dimensions.ts';
import { costCodeId, employeeId } from '../../ledger/ids.ts';
import { quantity } from '../../money/quantity.ts';
import type { HoursThere } from '../catalog.ts';
import { GATE, SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { HoursRow } from './form.ts';
import { readHoursSheet } from './read.ts';
import { effectsOf } from '../effect.ts';
import type { Posting } from '../posting.ts';

/** The hours a week posts. */
const hoursOf = ({ effects }: Posting) => effectsOf(effects, 'worked-hours').flatMap(({ hours }) => hours);

const MONDAY = isoDate('2027-03-01');
const POSTED = {
  pay: 'regular',
  activity: null,
  cost: cents(0),
  overhead: cents(0),
  rule: 1,
  rate: rate(400_000),
} as const;
const week = (...cells: string[]): string[] => Array.from({ length: 7 }, (_, day) => cells[day] ?? '');
const row = (change: Partial<HoursRow>): HoursRow => ({
  employee: 'E1',
  project: 'GATE',
  code: '31-100',
  costType: '',
  days: week('8'),
  pay: '',
  billable: '',
  activity: '',
  text: '',
  ...change,
});
const read = (...rows: HoursRow[]) => readHoursSheet({ kind: 'hours', weekOn: MONDAY, rows }, SAMPLE);
const workedIn = (...rows: HoursRow[]) => read(...rows).postings.flatMap(hoursOf);
const entriesOf = (...rows: HoursRow[]) => read(...rows).postings.flatMap(({ entries }) => entries);

describe('a week of hours', () => {
  test('is costed at the rate valid on each day', () => {
    const { postings, hours, problems } = read(row({ days: week('8', '', '7.5') }));
    const worked = postings.flatMap(hoursOf);
    expect(problems).toEqual([]);
    expect(hours).toBe(155_000);
    expect(worked.map(({ workedOn, rate }) => [workedOn, rate])).toEqual([
      ['2027-03-01', 400_000],
      ['2027-03-03', 420_000],
    ]);
  });

  test('posts an entry a day: Dr the project, Cr labor clearing', () => {
    const entries = entriesOf(row({ days: week('8', '', '7.5') }));
    expect(
      entries.map(({ postedOn, lines }) => [postedOn, lines.map(({ account, amount }) => [account, amount])]),
    ).toEqual([
      [
        '2027-03-01',
        [
          [SAMPLE_ROLES.wip, 32_000],
          [SAMPLE_ROLES['labor-clearing'], -32_000],
        ],
      ],
      [
        '2027-03-03',
        [
          [SAMPLE_ROLES.wip, 31_500],
          [SAMPLE_ROLES['labor-clearing'], -31_500],
        ],
      ],
    ]);
  });

  test.each([
    { case: 'no project is indirect labor', project: '', code: '', role: 'indirect-labor' as const },
    {
      case: 'an internal project that is expensed',
      project: 'TRAIN',
      code: '31-100',
      role: 'internal-projects' as const,
    },
    {
      case: 'an internal project that is held',
      project: 'BOAT',
      code: '31-100',
      role: 'construction-in-progress' as const,
    },
  ])('$case', ({ project, code, role }) => {
    const [entry] = entriesOf(row({ project, code }));
    expect(entry?.lines[0]).toMatchObject({ account: SAMPLE_ROLES[role], amount: 32_000, quantity: 80_000 });
  });

  test('is labor where no cost type is typed', () => {
    expect(workedIn(row({ code: '01-540' }))[0]?.work).toMatchObject({ coding: { costType: 'labor' } });
  });
});

describe('what is refused', () => {
  test.each([
    {
      case: 'hours without a rate, naming employee, day and project',
      rows: [row({ employee: 'E2' })],
      problem: { at: 'rows/0/days/0', kind: 'no-rate', employee: 'T. Callow', day: '2027-03-01', project: 'GATE' },
    },
    {
      case: 'an unknown employee',
      rows: [row({ employee: 'E9' })],
      problem: { at: 'rows/0/employee', kind: 'unknown-code' },
    },
    { case: 'a row without hours', rows: [row({ days: week() })], problem: { at: 'rows/0/days/0', kind: 'missing' } },
    {
      case: 'more than a day has',
      rows: [row({ days: week('25') })],
      problem: { at: 'rows/0/days/0', kind: 'number-outside' },
    },
    {
      case: 'taking back what was never posted',
      rows: [row({ days: week('-1') })],
      problem: { at: 'rows/0/days/0', kind: 'more-than-posted', posted: 0 },
    },
    {
      case: 'two rows that together are more than a day',
      rows: [row({ days: week('14') }), row({ days: week('11'), project: '', code: '' })],
      problem: { at: 'rows', kind: 'too-many-hours', day: '2027-03-01' },
    },
    { case: 'a project without a code', rows: [row({ code: '' })], problem: { at: 'rows/0/code', kind: 'missing' } },
    { case: 'an empty sheet', rows: [], problem: { at: 'rows', kind: 'nothing-entered' } },
  ])('$case', ({ rows, problem }) => {
    expect(read(...rows).problems).toContainEqual(expect.objectContaining(problem));
  });
});

describe('a day in a locked month', () => {
  const late = readHoursSheet(
    { kind: 'hours', weekOn: isoDate('2027-01-25'), rows: [row({ days: week('8', '8') })] },
    SAMPLE,
  );
  test('posts on the first open day, and says so at each cell', () => {
    expect(late.problems).toEqual([]);
    expect(late.warnings.filter(({ kind }) => kind === 'posts-later').map(({ at }) => at)).toEqual([
      'rows/0/days/0',
      'rows/0/days/1',
    ]);
    expect(late.postings[0]?.entries.map(({ postedOn }) => postedOn)).toEqual(['2027-02-01']);
    expect(late.postings.flatMap(hoursOf).map(({ workedOn }) => workedOn)).toEqual(['2027-01-25', '2027-01-26']);
  });
});

describe('hours that are posted already', () => {
  const crew = { project: GATE.id, phase: null, costCode: costCodeId(12), costType: 'labor' as const };
  const there = (hours: number, coding: string | null = codingKey(crew)): HoursThere => ({
    ...POSTED,
    employee: employeeId(1),
    workedOn: MONDAY,
    coding,
    hours: quantity(hours * 10_000),
  });
  const after = (days: string[], ...hoursThere: HoursThere[]) =>
    readHoursSheet({ kind: 'hours', weekOn: MONDAY, rows: [row({ days })] }, { ...SAMPLE, hoursThere });

  test('count into the 24 of the day', () => {
    expect(after(week('8'), there(16, null)).problems).toEqual([]);
    expect(after(week('8.0001'), there(16, null)).problems).toMatchObject([
      { at: 'rows', kind: 'too-many-hours', day: '2027-03-01' },
    ]);
  });
  test('on the same work ask whether these come on top', () => {
    const kinds = (...hoursThere: HoursThere[]) =>
      after(week('4', '4'), ...hoursThere)
        .warnings.filter(({ kind }) => kind === 'hours-there')
        .map(({ at }) => at);
    expect(kinds(there(8))).toEqual(['rows/0/days/0']);
    expect(kinds(there(8, null))).toEqual([]);
  });
});

test('a week is one document: its number, its people, what it costs', () => {
  const both = {
    ...SAMPLE,
    costRates: rateBook([{ id: 3, effectiveOn: isoDate('2027-01-01'), rates: ratesOfWhole(rate(400_000)) }]),
  };
  const rows = [
    row({}),
    row({ employee: 'E2', days: week('', '4') }),
    row({ project: '', code: '', days: week('', '2') }),
  ];
  const { postings, entered, hours, costs } = readHoursSheet(
    { kind: 'hours', weekOn: isoDate('2027-03-03'), rows },
    both,
  );
  expect(postings).toMatchObject([
    {
      ...{
        kind: 'hours',
        number: 'Week of 2027-03-01',
        datedOn: '2027-03-01',
        dueOn: null,
        party: null,
        project: null,
      },
      ...{ gross: 56_000, memo: '2 people', body: { kind: 'hours', weekOn: '2027-03-01', rows } },
    },
  ]);
  expect([entered, hours]).toEqual([56_000, 140_000]);
  expect(costs.map(({ at, cost }) => [at, cost])).toEqual([
    ['rows/0/code', 32_000],
    ['rows/1/code', 16_000],
  ]);
});

test('blank rows are passed over, a cell of nothing costs nothing', () => {
  const blank = row({ employee: ' ', project: ' ', code: '', days: week(' ') });
  const { problems, hours } = read(blank, row({ days: week('8', '0', ' ') }));
  expect([problems, hours]).toEqual([[], 80_000]);
  expect(read(blank).problems).toEqual([{ at: 'rows', kind: 'nothing-entered' }]);
  expect(read(blank).postings).toEqual([]);
  expect(workedIn(row({ days: week('8', '0') }))).toHaveLength(1);
  expect(workedIn(row({ days: week('24') }))).toHaveLength(1);
});

test('a cost type that is typed counts, and spaces for a project are none', () => {
  expect(workedIn(row({ code: '01-540', costType: 'equipment' }))[0]?.work).toMatchObject({
    coding: { costType: 'equipment' },
  });
  expect(workedIn(row({ code: '01-540', costType: ' ' }))[0]?.work).toMatchObject({ coding: { costType: 'labor' } });
  expect(workedIn(row({ project: ' ', code: '' }))[0]?.work).toBe('no project');
});

test('what is said of hours names who, when and where', () => {
  const both = { ...SAMPLE, employees: [...SAMPLE.employees].reverse() };
  const tooLong = readHoursSheet(
    { kind: 'hours', weekOn: MONDAY, rows: [row({ days: week('20') }), row({ days: week('5') })] },
    both,
  );
  expect(tooLong.problems).toEqual([{ at: 'rows', kind: 'too-many-hours', employee: 'A. Brisk', day: '2027-03-01' }]);
  const there: HoursThere[] = [
    { ...POSTED, employee: employeeId(1), workedOn: MONDAY, coding: null, hours: quantity(10_000) },
    { ...POSTED, employee: employeeId(2), workedOn: MONDAY, coding: null, hours: quantity(70_000) },
  ];
  const again = readHoursSheet(
    { kind: 'hours', weekOn: MONDAY, rows: [row({ project: '', code: '', days: week('1') })] },
    { ...both, hoursThere: there },
  );
  expect(again.warnings).toEqual([
    { at: 'rows/0/days/0', kind: 'hours-there', employee: 'A. Brisk', day: '2027-03-01', code: '', hours: 10_000 },
  ]);
  const coded = readHoursSheet(
    { kind: 'hours', weekOn: MONDAY, rows: [row({ days: week('1') })] },
    { ...both, hoursThere: [{ ...there[0], coding: '1/0/12/labor' } as HoursThere] },
  );
  expect(coded.warnings).toMatchObject([{ kind: 'hours-there', code: 'GATE 31-100 labor' }]);
  const noRate = read(row({ employee: 'E2', project: '', code: '' }));
  expect(noRate.problems).toMatchObject([{ kind: 'no-rate', employee: 'T. Callow', project: 'no project' }]);
});

test('days of the next month are no cost of this one', () => {
  const { costs, warnings } = readHoursSheet(
    { kind: 'hours', weekOn: isoDate('2027-03-29'), rows: [row({ days: week('8', '8', '8', '8', '8') })] },
    SAMPLE,
  );
  expect(costs).toHaveLength(3);
  expect(warnings).toMatchObject([
    { kind: 'over-budget', after: 90_000 + 33_600 },
    { kind: 'day-to-come', at: 'rows/0/days/3', day: '2027-04-01' },
    { kind: 'day-to-come', at: 'rows/0/days/4', day: '2027-04-02' },
  ]);
});

test('hours over the budget warn once, at their row', () => {
  expect(read(row({ days: week('8', '8') })).warnings).toMatchObject([
    { kind: 'over-budget', at: 'rows/0/code', budget: 100_000, after: 122_000 },
  ]);
});
