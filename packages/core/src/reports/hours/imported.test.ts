import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { rate } from '../../money/quantity.ts';
import { rateBook } from '../../rates/applying-rule.ts';
import { ratesOfWhole } from '../../rates/hour-rates.ts';
import { joinedHours, type HoursTableLine } from './imported.ts';

const BASIS = {
  employees: [
    { id: 1, code: 'E1', name: 'A. Brisk', role: 'diver' },
    { id: 2, code: 'E2', name: 'T. Callow', role: null },
  ],
  projects: [{ id: 7, code: 'GATE', name: 'Tide gate', client: 3, isForClient: true }],
  activities: [{ code: 'DIVE', name: 'Diving' }],
  costRates: rateBook([
    { id: 1, role: 'diver', effectiveOn: isoDate('2027-01-01'), rates: ratesOfWhole(rate(405_000)) },
  ]),
  days: { near: isoDate('2027-03-31'), order: 'month first' as const },
};
const line = (change: Partial<HoursTableLine>): HoursTableLine => ({
  ...{ employee: 'E1', project: 'GATE', activity: 'dive', day: '3/2', hours: '7.5' },
  ...change,
});

test('a line is joined by its codes, and costs the rate of its day', () => {
  expect(joinedHours([line({}), line({ project: '', activity: '' })], BASIS)).toMatchObject([
    {
      kind: 'joined',
      line: { employee: 1, project: 7, client: 3, activity: 'DIVE', day: '2027-03-02', cost: 30_375, billable: true },
    },
    { kind: 'joined', line: { project: null, billable: false, cost: 30_375 } },
  ]);
});

test.each([
  { case: 'of nobody', change: { employee: 'E9' }, at: ['employee unknown-code'] },
  { case: 'of no project there is', change: { project: 'X' }, at: ['project unknown-code'] },
  {
    case: 'with nothing right',
    change: { activity: 'x', day: 'soon', hours: 'many' },
    at: ['activity unknown-code', 'day unreadable-day', 'hours unreadable-number'],
  },
  { case: 'of somebody without a rate', change: { employee: 'E2' }, at: ['employee no-rate'] },
])('a line $case is listed with the reason', ({ change, at }) => {
  const [joined] = joinedHours([line(change)], BASIS);
  expect(joined?.kind === 'unmatched' ? joined.problems.map((each) => `${each.at} ${each.kind}`) : []).toEqual(at);
});
