import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import { reasonsToBill, type ToBillFrom } from './to-bill.ts';

const of = (dollars: number) => cents(dollars * 100);
const NOTHING: ToBillFrom = {
  ...{
    planned: [],
    left: of(10_000),
    earned: of(0),
    billed: of(0),
    asked: of(0),
    work: null,
    held: of(0),
    heldDueOn: null,
  },
};
const planned = (dueOn: string, amount: number, text: string) => ({ dueOn: isoDate(dueOn), amount: of(amount), text });
const PLAN = [planned('2027-01-15', 3_000, 'Start'), planned('2027-02-15', 2_000, 'Gate set')];
const asked = (more: Partial<ToBillFrom>) =>
  reasonsToBill({ ...NOTHING, ...more }, isoDate('2027-03-31'), of(1_000)).map((each) => [
    each.reason,
    each.amount / 100,
    each.since,
    each.text,
  ]);

test.each([
  { case: 'nothing', more: {}, said: [] },
  {
    case: 'the whole plan',
    more: { planned: PLAN },
    said: [['plan date reached', 5_000, '2027-01-15', 'Start; Gate set']],
  },
  {
    // 3,500 billed covers the first item and 500 of the second.
    case: 'what of the plan is not billed yet',
    more: { planned: PLAN, billed: of(3_500) },
    said: [['plan date reached', 1_500, '2027-02-15', 'Gate set']],
  },
  {
    // 2,000 billed and 1,500 asked for: as if 3,500 were billed.
    case: 'what of the plan is neither billed nor asked for',
    more: { planned: PLAN, billed: of(2_000), asked: of(1_500) },
    said: [['plan date reached', 1_500, '2027-02-15', 'Gate set']],
  },
  {
    // 400 is left, and 300 of it asked for.
    case: 'no more than is left to be asked for',
    more: { planned: PLAN, left: of(400), asked: of(300) },
    said: [['plan date reached', 100, '2027-01-15', 'Start; Gate set']],
  },
  {
    case: 'no more than is left of the contract',
    more: { planned: PLAN, left: of(400) },
    said: [['plan date reached', 400, '2027-01-15', 'Start; Gate set']],
  },
  {
    case: 'not what an application asks for already',
    more: { earned: of(2_500), billed: of(1_000), asked: of(1_400) },
    said: [],
  },
  {
    case: 'underbilled above the amount',
    more: { earned: of(2_500), billed: of(1_000) },
    said: [['underbilled', 1_500, null, '']],
  },
  {
    case: 'underbilled beyond what the plan asks for',
    more: { planned: PLAN, earned: of(7_000) },
    said: [
      ['plan date reached', 5_000, '2027-01-15', 'Start; Gate set'],
      ['underbilled', 2_000, null, ''],
    ],
  },
  { case: 'underbilled up to the amount', more: { earned: of(2_000), billed: of(1_000) }, said: [] },
  {
    case: 'work of more than a month ago, and not of less',
    more: { work: { left: of(900), oldestOn: isoDate('2027-02-28') }, earned: of(5_000) },
    said: [['work unbilled for over a month', 900, '2027-02-28', '']],
  },
  { case: 'work of this month', more: { work: { left: of(900), oldestOn: isoDate('2027-03-01') } }, said: [] },
  {
    case: 'retention on the day it is due',
    more: { held: of(700), heldDueOn: isoDate('2027-03-31') },
    said: [['retention due', 700, '2027-03-31', '']],
  },
  { case: 'retention before that', more: { held: of(700), heldDueOn: isoDate('2027-04-01') }, said: [] },
  { case: 'retention without a day', more: { held: of(700) }, said: [] },
])('to bill: $case', ({ more, said }) => {
  expect(asked(more)).toEqual(said);
});
