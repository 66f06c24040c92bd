import type { IsoDate } from '../../calendar/iso-date.ts';
import { plusDays } from '../../calendar/iso-date.ts';
import type { EmployeeId } from '../../ledger/ids.ts';
import { quantity, type Quantity } from '../../money/quantity.ts';
import type { Catalog } from '../catalog.ts';
import type { WorkedHours } from './post.ts';

/** Somebody's week: what the sheet holds and what was posted before, and what is missing to their usual one. */
export interface UsualWeek {
  /** Code and name. */
  readonly employee: string;
  readonly hours: Quantity;
  /** Below zero where they worked longer. */
  readonly missing: Quantity;
}

/** Everybody the sheet names, in its order, with what is missing to the hours of their usual week. */
export function usualWeeks(
  worked: readonly WorkedHours[],
  weekOn: IsoDate,
  { employees, hoursThere }: Catalog,
): readonly UsualWeek[] {
  const sunday = plusDays(weekOn, 6);
  const sums = new Map<EmployeeId, number>();
  for (const { employee, hours } of worked) sums.set(employee, (sums.get(employee) ?? 0) + hours);
  for (const { employee, workedOn, hours } of hoursThere) {
    const known = sums.get(employee);
    if (known !== undefined && workedOn >= weekOn && workedOn <= sunday) sums.set(employee, known + hours);
  }
  const byId = new Map(employees.map((each) => [each.id, each]));
  return [...sums].flatMap(([id, hours]) => {
    const known = byId.get(id);
    if (known === undefined) return [];
    const { code, name, usualHours } = known;
    return [{ employee: `${code} ${name}`, hours: quantity(hours), missing: quantity(usualHours - hours) }];
  });
}
