import { difference, larger } from '../money/cents.ts';
import type { Warning } from '../problems/problem.ts';
import type { ForecastLine } from './forecast-sheet.ts';

/** So many times its budget or cost is far from it, and so much more. */
const TIMES = 3;
const MORE_CENTS = 1_000_00;

/** Lines whose forecast is far from the larger of budget and cost: percent typed as units and the like. They block nothing. */
export function farLines(lines: readonly ForecastLine[]): readonly Warning[] {
  return lines.flatMap(({ estimate, revised, actual }, place): readonly Warning[] => {
    const expected = larger(revised, actual);
    const isFar = estimate > TIMES * expected && difference(estimate, expected) > MORE_CENTS;
    return isFar ? [{ at: `rows/${place}/input`, kind: 'forecast-far', estimate, expected }] : [];
  });
}
