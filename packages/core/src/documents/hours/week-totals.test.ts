import { expect, test } from 'vitest';
import { weekTotals } from './week-totals.ts';

const NAMES: Readonly<Record<string, string>> = { E1: 'Ada Moor', ada: 'Ada Moor', E2: 'Bo Tern' };
const nameOf = (typed: string) => NAMES[typed] ?? typed;
const row = (employee: string, ...days: string[]) => ({
  employee,
  days: Array.from({ length: 7 }, (_, day) => days[day] ?? ''),
});

test('each person once, however the name was typed, by day and for the week, and all together', () => {
  const { each, all } = weekTotals(
    [row('E1', '8', '7.5'), row('E2', '=4*2'), row('ada', '2', '', '-1'), row('', '')],
    nameOf,
  );
  expect(each).toEqual([
    { who: 'Ada Moor', days: [100_000, 75_000, -10_000, 0, 0, 0, 0], week: 165_000 },
    { who: 'Bo Tern', days: [80_000, 0, 0, 0, 0, 0, 0], week: 80_000 },
  ]);
  expect(all).toEqual({ who: '', days: [180_000, 75_000, -10_000, 0, 0, 0, 0], week: 245_000 });
});

test('what is no number counts nothing; hours of nobody yet stand by themselves', () => {
  const { each, all } = weekTotals([row('', '8'), row('E2', 'x', '1')], nameOf);
  expect(each.map(({ who, week }) => [who, week])).toEqual([
    ['', 80_000],
    ['Bo Tern', 10_000],
  ]);
  expect(all.week).toBe(90_000);
});
