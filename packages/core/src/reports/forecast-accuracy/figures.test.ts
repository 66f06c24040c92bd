import { expect, test } from 'vitest';
import { month } from '../../calendar/month.ts';
import { cents } from '../../money/cents.ts';
import { accuracy } from './figures.ts';

test.each([
  { case: 'just met', estimate: 99_000, since: 0, missed: 1_000, says: 'met' },
  { case: 'a cent beyond one percent', estimate: 98_999, since: 0, missed: 1_001, says: 'too low' },
  { case: 'cost it was spared', estimate: 120_000, since: 0, missed: -20_000, says: 'too high' },
  { case: 'with change orders it could not know', estimate: 80_000, since: 20_000, missed: 0, says: 'met' },
])('$case: $says', ({ estimate, since, missed, says }) => {
  const forecast = { month: month('2026-10'), estimate: cents(estimate), approvedSince: cents(since) };
  const found = accuracy(forecast, { came: cents(100_000), ended: month('2027-02') });
  expect(found).toMatchObject({ monthsBefore: 4, missed, says });
});

test('a project that cost nothing says no share', () => {
  const forecast = { month: month('2027-01'), estimate: cents(0), approvedSince: cents(0) };
  const found = accuracy(forecast, { came: cents(0), ended: month('2027-02') });
  expect([found.share, found.says]).toEqual([null, 'met']);
});
