import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { hoursWorked } from '../posting/hours-worked.ts';
import { readHoursSheet, type HoursRow } from './hours-sheet.ts';
import { SAMPLE, SAMPLE_ROLES } from './sample-catalog.test.sample.ts';

const MONDAY = isoDate('2027-03-01');
const week = (...cells: string[]): string[] => Array.from({ length: 7 }, (_, day) => cells[day] ?? '');
const row = (change: Partial<HoursRow>): HoursRow => ({
  employee: 'E1',
  project: 'GATE',
  code: '31-100',
  costType: '',
  days: week('8'),
  text: '',
  ...change,
});
const read = (...rows: HoursRow[]) => readHoursSheet({ weekOn: MONDAY, rows }, SAMPLE);

describe('a week of hours', () => {
  test('is costed at the rate valid on each day', () => {
    const { worked, hours, problems } = read(row({ days: week('8', '', '7.5') }));
    expect(problems).toEqual([]);
    expect(hours).toBe(155_000);
    expect(worked.map(({ workedOn, rate }) => [workedOn, rate])).toEqual([
      ['2027-03-01', 400_000],
      ['2027-03-03', 420_000],
    ]);
  });

  test('posts an entry a day: Dr the project, Cr labor clearing', () => {
    const entries = hoursWorked(SAMPLE_ROLES, read(row({ days: week('8', '', '7.5') })).worked);
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
    const [entry] = hoursWorked(SAMPLE_ROLES, read(row({ project, code })).worked);
    expect(entry?.lines[0]).toMatchObject({ account: SAMPLE_ROLES[role], amount: 32_000, quantity: 80_000 });
  });

  test('is labor where no cost type is typed', () => {
    expect(read(row({ code: '01-540' })).worked[0]?.work).toMatchObject({ coding: { costType: 'labor' } });
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
      case: 'less than none',
      rows: [row({ days: week('-1') })],
      problem: { at: 'rows/0/days/0', kind: 'number-outside' },
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

  test('a day in a locked month', () => {
    const { problems } = readHoursSheet({ weekOn: isoDate('2027-01-25'), rows: [row({})] }, SAMPLE);
    expect(problems).toContainEqual(expect.objectContaining({ kind: 'month-locked', at: 'rows/0/days/0' }));
  });
});

test('hours over the budget warn once, at their row', () => {
  expect(read(row({ days: week('8', '8') })).warnings).toMatchObject([
    { kind: 'over-budget', at: 'rows/0/code', budget: 100_000, after: 122_000 },
  ]);
});
