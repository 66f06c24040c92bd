import { allocation } from '../money/allocation.ts';
import { cents, difference, type Cents } from '../money/cents.ts';
import { plainDollars } from '../money/dollars.ts';
import type { CopiedRow, ForecastRow } from './forecast-sheet.ts';

/** A row as it stands, with what its line has cost. */
export interface StandingRow extends CopiedRow {
  readonly actual: Cents;
}

/**
 * So much more, or less, that a project will still cost, as rows of its forecast: spread over the lines by what each still costs (largest
 * remainder), never below nothing. Rows that it does not move stay as they are; without anything to come all of them do.
 */
export function handedOver(rows: readonly StandingRow[], more: Cents, reason: string): readonly ForecastRow[] {
  const toCome = rows.map(({ estimate, actual }) => cents(Math.max(0, difference(estimate, actual))));
  const whole = cents(toCome.reduce((all, each) => all + each, 0));
  const parts = whole === 0 ? [] : allocation(cents(Math.max(-whole, more)), toCome);
  return rows.map(({ line, method, input, reason: before }, place) => {
    const part = parts[place] ?? 0;
    if (part === 0) return { line, method, input, reason: before };
    return { line, method: 'to complete', input: plainDollars(cents((toCome[place] ?? 0) + part)), reason };
  });
}
