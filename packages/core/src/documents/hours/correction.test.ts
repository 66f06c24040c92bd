import { expect, test } from 'vitest';
import { codingKey } from '../../ledger/dimensions.ts';
import { isoDate } from '../../calendar/iso-date.ts';
import { costCodeId, employeeId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { quantity, rate } from '../../money/quantity.ts';
import type { HoursThere } from '../catalog.ts';
import { GATE, SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { HoursRow } from './form.ts';
import { readHoursSheet } from './read.ts';
import { effectsOf } from '../effect.ts';
import type { Posting } from '../posting.ts';

/** The hours a week posts. */
const hoursOf = ({ effects }: Posting) => effectsOf(effects, 'worked-hours').flatMap(({ hours }) => hours);

const MONDAY = isoDate('2027-03-01');
const row = (change: Partial<HoursRow>): HoursRow => ({
  ...{ employee: 'E1', project: 'GATE', code: '31-100', costType: '', pay: '', billable: '', activity: '', text: '' },
  days: ['-8', '', '', '', '', '', ''],
  ...change,
});
/** Eight hours posted at another rate than holds now, 6.01 of their cost overhead. */
const THERE: HoursThere = {
  ...{ employee: employeeId(1), workedOn: MONDAY, pay: 'regular', activity: null, hours: quantity(80_000) },
  coding: codingKey({ project: GATE.id, phase: null, costCode: costCodeId(12), costType: 'labor' }),
  ...{ cost: cents(31_005), overhead: cents(601), rule: 5, rate: rate(387_550) },
};
const read = (rows: readonly HoursRow[], hoursThere: readonly HoursThere[] = [THERE]) =>
  readHoursSheet({ kind: 'hours', weekOn: MONDAY, rows: [...rows] }, { ...SAMPLE, hoursThere });

test('hours taken back take back what they cost when they were posted, whatever rates hold now', () => {
  const { postings, problems, warnings } = read([row({})]);
  expect([problems, warnings]).toEqual([[], []]);
  expect(postings.flatMap(hoursOf)).toMatchObject([
    { hours: -80_000, rule: 5, rate: 387_550, cost: -31_005, overhead: -601, text: 'Correction of week of 2027-03-01' },
  ]);
  const lines = postings[0]?.entries.flatMap((entry) => entry.lines) ?? [];
  expect(lines.map(({ account, amount, quantity: hours }) => [account, amount, hours])).toEqual([
    [SAMPLE_ROLES.wip, -31_005, -80_000],
    [SAMPLE_ROLES['labor-clearing'], 30_404, 0],
    [SAMPLE_ROLES['overhead-applied'], 601, 0],
  ]);
});

test('a part of them takes back its share of the cost', () => {
  // 310.05 × 3 ÷ 8 = 116.26875, 6.01 × 3 ÷ 8 = 2.25375.
  const { postings } = read([row({ days: ['-3', '', '', '', '', '', ''] })]);
  expect(postings.flatMap(hoursOf)).toMatchObject([{ cost: -11_627, overhead: -225 }]);
});

test('the right hours stand in the same sheet, at the rate of the day', () => {
  const { postings, entered } = read([
    row({}),
    row({ code: 'A/31-250', costType: 'labor', days: ['8', '', '', '', '', '', ''] }),
  ]);
  expect(postings.flatMap(hoursOf).map(({ cost }) => cost)).toEqual([-31_005, 32_000]);
  expect(entered).toBe(995);
});

test.each([
  { case: 'more than was posted', rows: [row({ days: ['-9', '', '', '', '', '', ''] })], kind: 'more-than-posted' },
  { case: 'another way of paying', rows: [row({ pay: 'ot' })], kind: 'more-than-posted' },
  { case: 'another day', rows: [row({ days: ['', '-8', '', '', '', '', ''] })], kind: 'more-than-posted' },
  {
    case: 'the same by two rows',
    rows: [row({ days: ['-4', '', '', '', '', '', ''] }), row({ days: ['-4', '', '', '', '', '', ''] })],
    kind: 'taken-back-twice',
  },
])('$case is refused at its cell', ({ rows, kind }) => {
  expect(read(rows).problems).toMatchObject([{ kind }]);
});
