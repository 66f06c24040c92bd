import { dayText } from '../calendar/iso-date.ts';
import { typedDate, type DayReading } from '../calendar/typed-date.ts';
import { cents } from '../money/cents.ts';
import { dollars, tenThousandths } from '../money/dollars.ts';
import { quantity } from '../money/quantity.ts';
import { typedNumber } from '../money/typed-number.ts';
import type { CellHolds } from './sheet-column.ts';

/** What a typed amount, quantity or day was understood as; undefined where it is none, or something else. */
export function understoodCell(holds: CellHolds, typed: string, { near, order }: DayReading): string | undefined {
  if (holds === 'money') return understoodNumber(typed, 2);
  if (holds === 'hours' || holds === 'quantity') return understoodNumber(typed, 4);
  const day = holds === 'day' ? typedDate(typed, near, order) : undefined;
  return day === undefined ? undefined : dayText(day);
}

/** A number to the cent or to four decimals; undefined where it is none, or finer. */
export function understoodNumber(typed: string, decimals: 2 | 4): string | undefined {
  if (typed.trim() === '') return undefined;
  const read = typedNumber(typed, decimals);
  if (read.kind !== 'number') return undefined;
  return decimals === 2 ? dollars(cents(read.scaled)) : tenThousandths(quantity(read.scaled));
}
