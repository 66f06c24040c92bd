import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { cents } from '../../money/cents.ts';
import { quantity, rate } from '../../money/quantity.ts';
import { rateBook } from '../../rates/applying-rule.ts';
import { ratesOfWhole } from '../../rates/hour-rates.ts';
import { addedByReRating, reRatedHours, reRatingSheets, type HoursAtRate } from './re-rated.ts';

const BOOK = rateBook([
  { id: 1, employee: 1, effectiveOn: isoDate('2027-01-01'), rates: ratesOfWhole(rate(400_000)) },
  { id: 2, employee: 1, effectiveOn: isoDate('2027-03-03'), rates: ratesOfWhole(rate(425_000)) },
]);
const worked = (change: Partial<HoursAtRate>): HoursAtRate => ({
  workedOn: isoDate('2027-03-04'),
  employee: { id: 1, code: 'E1', role: null },
  project: { id: 1, code: 'GATE', client: 50 },
  ...{ coding: 'A/31-100', costType: 'labor', pay: 'regular', activity: '', billable: true },
  ...{ hours: quantity(80_000), cost: cents(32_000), rate: rate(400_000) },
  ...change,
});

test('hours whose rate is another now are taken back at what they cost and posted at the rate of their day', () => {
  const before = worked({ workedOn: isoDate('2027-03-02') });
  const [changed, ...others] = reRatedHours([before, worked({})], BOOK);
  expect([changed?.cost, changed?.after, others]).toEqual([32_000, 34_000, []]);
  const sheets = reRatingSheets(changed === undefined ? [] : [changed]);
  expect(sheets.map(({ weekOn, rows }) => [weekOn, rows.map(({ days, code }) => [days[3], code])])).toEqual([
    [
      '2027-03-01',
      [
        ['-8', 'A/31-100'],
        ['8', 'A/31-100'],
      ],
    ],
  ]);
  expect(addedByReRating(changed === undefined ? [] : [changed])).toBe(2_000);
});

test.each([
  { case: 'at the rate of now already', rows: [worked({ rate: rate(425_000), cost: cents(34_000) })] },
  {
    case: 're-rated before',
    rows: [
      worked({}),
      worked({ hours: quantity(-80_000), cost: cents(-32_000) }),
      worked({ rate: rate(425_000), cost: cents(34_000) }),
    ],
  },
  { case: 'taken back since', rows: [worked({}), worked({ hours: quantity(-80_000), cost: cents(-32_000) })] },
  { case: 'of somebody without a rate', rows: [worked({ employee: { id: 2, code: 'E2', role: null } })] },
])('hours $case stay as they are', ({ rows }) => {
  expect(reRatedHours(rows, BOOK)).toEqual([]);
});

test('overtime is re-rated as overtime, and hours that are not billed stay so', () => {
  const [changed] = reRatedHours(
    [worked({ pay: 'overtime', billable: false, cost: cents(48_000), rate: rate(600_000) })],
    BOOK,
  );
  expect(changed?.after).toBe(51_000);
  const [sheet] = reRatingSheets(changed === undefined ? [] : [changed]);
  expect(sheet?.rows.map(({ pay, billable }) => [pay, billable])).toEqual([
    ['overtime', 'no'],
    ['overtime', 'no'],
  ]);
});
