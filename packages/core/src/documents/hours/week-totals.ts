import { groupedBy } from '../../collections/grouped-by.ts';
import { sumQuantity, type Quantity } from '../../money/quantity.ts';
import { typedQuantity } from '../../money/typed-quantity.ts';
import type { HoursRow } from './form.ts';

/** What one person, one piece of equipment or all of them come to: seven days from Monday, and the week. */
export interface WeekTotal {
  /** Whoever the hours are of; empty where nobody is typed yet. */
  readonly who: string;
  readonly days: readonly Quantity[];
  readonly week: Quantity;
}

/** Hours of a sheet by whom they are of, in the order of its rows, and together. What cannot be read counts nothing; a minus takes away. */
export function weekTotals(
  rows: readonly Pick<HoursRow, 'employee' | 'days'>[],
  nameOf: (typed: string) => string,
): { readonly each: readonly WeekTotal[]; readonly all: WeekTotal } {
  const filled = rows.filter(({ days }) => days.some((day) => day.trim() !== ''));
  const names = new Map([...new Set(filled.map(({ employee }) => employee))].map((typed) => [typed, nameOf(typed)]));
  const byName = groupedBy(filled, ({ employee }) => names.get(employee) ?? employee);
  return { each: [...byName].map(([who, own]) => totalOf(who, own)), all: totalOf('', filled) };
}

function totalOf(who: string, rows: readonly Pick<HoursRow, 'days'>[]): WeekTotal {
  const days = Array.from({ length: 7 }, (_, day) =>
    sumQuantity(rows.map((row) => typedQuantity(row.days[day] ?? ''))),
  );
  return { who, days, week: sumQuantity(days) };
}
