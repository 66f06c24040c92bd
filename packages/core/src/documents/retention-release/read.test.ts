import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { partyId, projectId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { problemsOf } from '../../problems/decision.ts';
import { SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { readRetentionRelease, retentionReleased } from './read.ts';

const BASIS = {
  ...{ retained: cents(420_000), today: isoDate('2027-03-31'), lockedThrough: month('2027-01') },
  dayOrder: 'month first' as const,
};
const form = (more: object) => ({ orderId: 7, datedOn: '3/15', dueOn: '', amount: '', acceptWarnings: false, ...more });
const read = (more: object) => readRetentionRelease(form(more), BASIS);

describe('what is released of what was withheld', () => {
  test.each([
    { case: 'all of it, due at once', typed: {}, amount: 420_000, dueOn: '2027-03-15' },
    { case: 'a part', typed: { amount: '1,000.50' }, amount: 100_050, dueOn: '2027-03-15' },
    { case: 'to the cent', typed: { amount: '4200' }, amount: 420_000, dueOn: '2027-03-15' },
    { case: 'due later', typed: { dueOn: '4/30' }, amount: 420_000, dueOn: '2027-04-30' },
  ])('$case', ({ typed, amount, dueOn }) => {
    expect(read(typed)).toEqual({
      ok: true,
      value: { days: { datedOn: '2027-03-15', postedOn: '2027-03-15' }, dueOn, amount },
    });
  });

  test.each([
    { typed: { amount: '4,200.01' }, problems: ['amount over-open-amount'] },
    { typed: { amount: '0' }, problems: ['amount number-not-positive'] },
    { typed: { amount: '-5' }, problems: ['amount number-not-positive'] },
    { typed: { amount: 'all' }, problems: ['amount unreadable-number'] },
    { typed: { datedOn: '' }, problems: ['datedOn missing'] },
    { typed: { datedOn: 'then' }, problems: ['datedOn unreadable-day'] },
    { typed: { datedOn: '1/15' }, problems: ['datedOn month-locked'] },
  ])('$typed is refused', ({ typed, problems }) => {
    expect(problemsOf(read(typed)).map(({ at, kind }) => `${at} ${kind}`)).toEqual(problems);
  });

  test('in a locked month it posts on the first open day, once that is accepted', () => {
    const released = read({ datedOn: '1/15', acceptWarnings: true });
    expect(released).toMatchObject({ value: { days: { datedOn: '2027-01-15', postedOn: '2027-02-01' } } });
  });
});

test('it moves from retention payable to payables', () => {
  const paid = { party: partyId(1), postedOn: isoDate('2027-03-15'), text: 'SC-0001' };
  const parts = [{ project: projectId(2), amount: cents(5_000) }];
  expect(retentionReleased(SAMPLE_ROLES, { ...paid, parts })).toMatchObject({
    postedOn: '2027-03-15',
    lines: [
      { account: SAMPLE_ROLES['retention-payable'], amount: 5_000, project: 2, party: 1, text: 'SC-0001' },
      { account: SAMPLE_ROLES.payable, amount: -5_000, project: 2, party: 1, text: 'SC-0001' },
    ],
  });
});
