import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { farLines } from './far-lines.ts';
import type { ForecastLine } from './forecast-sheet.ts';

/** In dollars. */
const line = (revised: number, actual: number, estimate: number) =>
  ({ revised: cents(revised * 100), actual: cents(actual * 100), estimate: cents(estimate * 100) }) as ForecastLine;

test.each([
  { case: 'three times the budget is not far', line: line(10_000, 2_000, 30_000), far: false },
  { case: 'more than three times is', line: line(10_000, 2_000, 30_001), far: true },
  { case: 'cost above the budget counts instead of it', line: line(10_000, 12_000, 30_001), far: false },
  { case: 'little money is never far', line: line(10, 10, 1_010), far: false },
  { case: 'a line without budget and cost', line: line(0, 0, 1_001), far: true },
])('$case', ({ line: own, far }) => {
  expect(farLines([line(0, 0, 0), own]).map(({ at }) => at)).toEqual(far ? ['rows/1/input'] : []);
});
