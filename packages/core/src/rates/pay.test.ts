import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { rate } from '../money/quantity.ts';
import { rateBook, type RateRule } from './applying-rule.ts';
import { SAMPLE, SAMPLE_ROLES } from '../documents/sample-catalog.test.sample.ts';
import type { HoursRow } from '../documents/hours/form.ts';
import { readHoursSheet } from '../documents/hours/read.ts';
import { effectsOf } from '../documents/effect.ts';

const MONDAY = isoDate('2027-03-01');
const week = (...cells: string[]): string[] => Array.from({ length: 7 }, (_, day) => cells[day] ?? '');
const row = (change: Partial<HoursRow>): HoursRow => ({
  ...{ employee: 'E1', project: 'GATE', code: '31-100', costType: '', pay: '', billable: '', activity: '', text: '' },
  days: week(),
  ...change,
});

describe('how hours are paid', () => {
  const built: RateRule = {
    ...{ id: 9, role: 'Crew', effectiveOn: isoDate('2027-03-02') },
    rates: {
      regular: { rate: rate(458_744), overhead: rate(71_200) },
      overtime: { rate: rate(646_022), overhead: rate(86_800) },
      double: { rate: rate(833_300), overhead: rate(102_400) },
    },
  };
  const books = {
    ...SAMPLE,
    employees: SAMPLE.employees.map((each) => ({ ...each, jobRole: 'crew' })),
    costRates: rateBook([built]),
  };
  const posted = (change: Partial<HoursRow>) => {
    const sheet = { kind: 'hours' as const, weekOn: MONDAY, rows: [row({ days: week('', '8'), ...change })] };
    const { postings, problems } = readHoursSheet(sheet, books);
    const [worked] = postings.flatMap(({ effects }) =>
      effectsOf(effects, 'worked-hours').flatMap(({ hours }) => hours),
    );
    const lines = postings.flatMap(({ entries }) => entries).flatMap((entry) => entry.lines);
    return { problems, worked, lines: lines.map(({ account, amount }) => [account, amount]) };
  };

  test.each([
    // 8 × 45.8744 = 366.9952 and, without overhead, 8 × 38.7544 = 310.0352.
    { pay: '', kind: 'regular', cost: 36_700, paid: 31_004 },
    // 8 × 64.6022 = 516.8176 and 8 × 55.9222 = 447.3776.
    { pay: 'OT', kind: 'overtime', cost: 51_682, paid: 44_738 },
    // 8 × 83.33 = 666.64 and 8 × 73.09 = 584.72.
    { pay: 'd', kind: 'double', cost: 66_664, paid: 58_472 },
  ])('as $kind: payroll is owed what is paid, overhead the rest', ({ pay, kind, cost, paid }) => {
    const { worked, lines } = posted({ pay });
    expect(worked).toMatchObject({ pay: kind, rule: 9, cost, overhead: cost - paid, billable: true });
    expect(lines).toEqual([
      [SAMPLE_ROLES.wip, cost],
      [SAMPLE_ROLES['labor-clearing'], -paid],
      [SAMPLE_ROLES['overhead-applied'], paid - cost],
    ]);
  });

  test('time without a project carries no overhead, leave among it, and nobody is billed for it', () => {
    for (const pay of ['', 'leave']) {
      const { worked, lines } = posted({ pay, project: '', code: '' });
      expect(worked).toMatchObject({
        pay: pay || 'regular',
        rate: 387_544,
        cost: 31_004,
        overhead: 0,
        billable: false,
      });
      expect(lines).toEqual([
        [SAMPLE_ROLES['indirect-labor'], 31_004],
        [SAMPLE_ROLES['labor-clearing'], -31_004],
      ]);
    }
  });

  test('what a client is not billed for says so; an internal project never is', () => {
    expect(posted({ billable: 'n' }).worked?.billable).toBe(false);
    expect(posted({ project: 'BOAT' }).worked?.billable).toBe(false);
  });

  test.each([
    { change: { pay: 'triple' }, problem: { at: 'rows/0/pay', kind: 'not-a-choice' } },
    { change: { pay: 'leave' }, problem: { at: 'rows/0/pay', kind: 'leave-on-project' } },
    { change: { billable: 'x' }, problem: { at: 'rows/0/billable', kind: 'not-a-choice' } },
    { change: { days: week('8') }, problem: { at: 'rows/0/days/0', kind: 'no-rate' } },
  ])('$problem.kind at $problem.at is refused', ({ change, problem }) => {
    expect(posted(change).problems).toMatchObject([problem]);
  });
});
