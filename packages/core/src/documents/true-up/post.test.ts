import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { employeeId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { truedUp } from './post.ts';

const share = (workedOn: string, amount: number) => ({
  ...{ of: employeeId(1), amount: cents(amount) },
  line: {
    ...{ employee: employeeId(1), workedOn: isoDate(workedOn), coding: null },
    ...{ hours: quantity(80_000), applied: cents(30_000) },
  },
});

test.each([
  { case: 'both months open: split', lockedThrough: null, days: ['2027-03-31 30', '2027-04-11 50'] },
  { case: 'the first one locked: all at the end of the period', lockedThrough: '2027-03', days: ['2027-04-11 80'] },
  { case: 'both locked: all on the first open day', lockedThrough: '2027-04', days: ['2027-05-01 80'] },
])('a true-up of a period over the end of a month, $case', ({ lockedThrough, days }) => {
  const order = {
    ...{ from: isoDate('2027-03-29'), through: isoDate('2027-04-11'), method: 'spread' as const, text: 'T' },
    shares: [share('2027-03-30', 30), share('2027-04-02', 50)],
  };
  const books = {
    ...{ roles: SAMPLE_ROLES, projects: new Map() },
    lockedThrough: lockedThrough === null ? null : month(lockedThrough),
  };
  const posted = truedUp(order, books).map(
    ({ postedOn, lines }) => `${postedOn} ${lines.reduce((all, { amount }) => all + Math.max(0, amount), 0)}`,
  );
  expect(posted).toEqual(days);
});
