import type { IsoDate } from '../../calendar/iso-date.ts';
import type { EmployeeId } from '../../ledger/ids.ts';
import { quantity, sumQuantity, type Quantity } from '../../money/quantity.ts';
import type { Warning } from '../../problems/problem.ts';
import type { Catalog } from '../catalog.ts';
import type { PaidPerson } from './post.ts';

/** A person's pay with the row it was typed in. */
export interface PlacedPay extends PaidPerson {
  readonly at: string;
}

interface Period {
  readonly from: IsoDate;
  readonly through: IsoDate;
}

/**
 * Where hours paid and hours entered for the period are not the same: paid more or less, paid and never entered, entered and never
 * paid. Nothing can be told of people where all of them are paid in one sum.
 */
export function hoursApart(people: readonly PlacedPay[], period: Period, catalog: Catalog): readonly Warning[] {
  if (people.some(({ employee }) => employee === null)) return [];
  const entered = enteredBy(period, catalog);
  const nameOf = (employee: EmployeeId): string => catalog.employees.find(({ id }) => id === employee)?.name ?? '';
  const paid = new Set(people.map(({ employee }) => employee));
  const never = [...entered].filter(([employee]) => !paid.has(employee));
  return [
    ...people.flatMap(({ employee, regularHours, overtimeHours, at }): readonly Warning[] => {
      if (employee === null) return [];
      const [hours, there] = [sumQuantity([regularHours, overtimeHours]), entered.get(employee)];
      const name = nameOf(employee);
      if (there === undefined) return [{ at: `${at}/employee`, kind: 'paid-not-entered', employee: name }];
      if (hours === 0 || hours === there) return [];
      return [{ at: `${at}/regularHours`, kind: 'paid-hours-apart', employee: name, paid: hours, entered: there }];
    }),
    ...never.map(([employee, hours]): Warning => ({
      ...{ at: 'rows', kind: 'entered-not-paid' },
      ...{ employee: nameOf(employee), hours },
    })),
  ];
}

function enteredBy({ from, through }: Period, { hoursThere }: Catalog): ReadonlyMap<EmployeeId, Quantity> {
  const entered = new Map<EmployeeId, Quantity>();
  for (const { employee, workedOn, hours } of hoursThere) {
    if (workedOn < from || workedOn > through) continue;
    entered.set(employee, quantity((entered.get(employee) ?? 0) + hours));
  }
  return new Map([...entered].filter(([, hours]) => hours !== 0));
}
