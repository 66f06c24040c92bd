import { typedNumber } from '../../money/typed-number.ts';
import { quantity } from '../../money/quantity.ts';
import { tenThousandths } from '../../money/dollars.ts';
import type { HoursRow } from './form.ts';

/**
 * What corrects the rows of somebody in a posted week: each once with a minus, which takes it back, and once more as it was, to be
 * changed to what is right.
 */
export function correctionRows(posted: readonly HoursRow[], employee: string): readonly HoursRow[] {
  const own = posted.filter((row) => row.employee.trim().toLowerCase() === employee.trim().toLowerCase());
  return own.flatMap((row) => [
    { ...row, days: row.days.map(turned), text: `Correction: ${row.text}`.slice(0, 200) },
    row,
  ]);
}

/** A cell with its sign turned; what is no number stays as it is. */
function turned(typed: string): string {
  const read = typedNumber(typed, 4);
  if (read.kind !== 'number' || read.scaled === 0) return typed;
  return tenThousandths(quantity(-read.scaled)).replace(/,/g, '').replace('−', '-');
}
