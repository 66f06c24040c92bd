import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import { nextReminder, promiseState, type OwedItem } from './reminders.ts';

const DAY = isoDate('2027-03-31');
const item = (more: Partial<OwedItem>): OwedItem => ({
  ...{ document: 1, number: 'INV-1', datedOn: isoDate('2027-02-01'), dueOn: isoDate('2027-03-01') },
  ...{ open: cents(100), reminded: null, ...more },
});
const reminded = (step: 1 | 2 | 3, on: string) => ({ reminded: { step, on: isoDate(on) } });

test.each([
  { case: 'nothing is open', items: [], next: null },
  { case: 'what is due today', items: [item({ dueOn: DAY })], next: null },
  { case: 'a credit', items: [item({ open: cents(-100) })], next: null },
  { case: 'six days late', items: [item({ dueOn: isoDate('2027-03-25') })], next: [1, false] },
  { case: 'seven days late', items: [item({ dueOn: isoDate('2027-03-24') })], next: [1, true] },
  { case: 'reminded thirteen days ago', items: [item(reminded(1, '2027-03-18'))], next: [2, false] },
  { case: 'reminded fourteen days ago', items: [item(reminded(1, '2027-03-17'))], next: [2, true] },
  { case: 'reminded twice', items: [item(reminded(2, '2027-03-01'))], next: [3, true] },
  { case: 'after the final notice', items: [item(reminded(3, '2027-01-01'))], next: null },
  {
    case: 'one after the final notice, another not reminded of yet',
    items: [item(reminded(3, '2027-01-01')), item({ document: 2 })],
    next: [1, true],
  },
  {
    case: 'one reminded of lately, another not yet',
    items: [item(reminded(1, '2027-03-30')), item({ document: 2 })],
    next: [2, false],
  },
])('$case', ({ items, next }) => {
  const found = nextReminder(items, null, DAY);
  expect(found === null ? null : [found.step, found.isTime]).toEqual(next);
});

test('a reminder names all that is overdue, and waits for a promise until its day has passed', () => {
  const items = [item({}), item({ document: 2, dueOn: isoDate('2027-03-30') }), item({ document: 3, dueOn: DAY })];
  const promised = (on: string) => ({ on: isoDate(on), saidOn: isoDate('2027-03-20'), amount: cents(100) });
  expect(nextReminder(items, null, DAY)?.items.map(({ document }) => document)).toEqual([1, 2]);
  expect(nextReminder(items, promised('2027-03-31'), DAY)?.isTime).toBe(false);
  expect(nextReminder(items, promised('2027-03-30'), DAY)?.isTime).toBe(true);
});

test.each([
  { case: 'nothing came and its day is to come', on: '2027-04-05', came: [], state: 'waits' },
  { case: 'nothing came', on: '2027-03-30', came: [], state: 'not kept' },
  {
    case: 'it came in two parts',
    on: '2027-03-30',
    came: [
      ['2027-03-21', 60],
      ['2027-03-30', 40],
    ],
    state: 'kept',
  },
  { case: 'a part came', on: '2027-03-30', came: [['2027-03-21', 60]], state: 'not kept' },
  { case: 'it came a day late', on: '2027-03-30', came: [['2027-03-31', 100]], state: 'not kept' },
  { case: 'it came before it was promised', on: '2027-03-30', came: [['2027-03-19', 100]], state: 'not kept' },
] as const)('a promise: $case', ({ on, came, state }) => {
  const promised = { on: isoDate(on), saidOn: isoDate('2027-03-20'), amount: cents(100) };
  const received = came.map(([day, amount]) => ({ on: isoDate(day), amount: cents(amount) }));
  expect(promiseState(promised, received, DAY)).toBe(state);
});
