import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { employeeId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { quantity, rate } from '../../money/quantity.ts';
import type { HoursThere } from '../catalog.ts';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import { readHoursSheet } from './read.ts';

const MONDAY = isoDate('2027-03-01');

test('a sheet says what each of its people is short of their usual week, what is posted counted in', () => {
  const there: HoursThere = {
    ...{ employee: employeeId(1), workedOn: MONDAY, coding: null, pay: 'regular', activity: null },
    ...{ hours: quantity(80_000), cost: cents(0), overhead: cents(0), rule: 1, rate: rate(400_000) },
  };
  const before = { ...there, workedOn: isoDate('2027-02-28') };
  const row = { employee: 'E1', project: '', code: '', costType: '', pay: '', billable: '', activity: '', text: '' };
  const { weeks } = readHoursSheet(
    { kind: 'hours', weekOn: MONDAY, rows: [{ ...row, days: ['', '8', '8.5', '', '', '', ''] }] },
    { ...SAMPLE, hoursThere: [there, before] },
  );
  expect(weeks).toEqual([{ employee: 'E1 A. Brisk', hours: 245_000, missing: 155_000 }]);
});
