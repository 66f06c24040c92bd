import type { IsoDate } from '../calendar/iso-date.ts';
import { groupedBy } from '../collections/grouped-by.ts';
import type { EmployeeId } from '../ledger/ids.ts';
import type { Coding } from '../ledger/dimensions.ts';
import { allocation } from '../money/allocation.ts';
import { sum, type Cents } from '../money/cents.ts';
import { clearingRows, type AppliedHours, type ClearingPeriod } from './period-clearing.ts';

/** A part of a difference, on the hours it belongs to. */
export interface TrueUpShare {
  /** Whose difference it is of; null for what is in common. */
  readonly of: EmployeeId | null;
  readonly line: AppliedHours;
  readonly amount: Cents;
}

/**
 * Spreads each person's difference over their own hours of the period, and what is in common (a payroll known in one sum, the fee)
 * over the hours of all who are in it, by what was applied. Who has only hours or only pay stays out until that mistake is settled.
 * Equal remainders go by day, project, phase, code and employee, never by the order of entry.
 */
export function trueUpShares(period: ClearingPeriod): readonly TrueUpShare[] {
  const rows = clearingRows(period);
  const lines = period.applied.toSorted(inOrder);
  const byPerson = groupedBy(lines, ({ employee }) => employee as EmployeeId | null);
  const own = rows.filter(({ is }) => is === 'both');
  const common = sum(rows.filter(({ is }) => is === 'in common').map(({ difference }) => difference));
  const isInOneSum = own.length === 0;
  const people = new Set(own.map(({ employee }) => employee));
  return [
    ...own.flatMap(({ employee, difference }) =>
      spread(byPerson.get(employee) ?? [], { of: employee, amount: difference }),
    ),
    ...spread(
      lines.filter(({ employee }) => isInOneSum || people.has(employee)),
      { of: null, amount: common },
    ),
  ];
}

interface Difference {
  readonly of: EmployeeId | null;
  readonly amount: Cents;
}

/** By what was applied on each line; nothing where that is nothing. */
function spread(lines: readonly AppliedHours[], { of, amount }: Difference): readonly TrueUpShare[] {
  const weights = lines.map(({ applied }) => applied);
  if (amount === 0 || sum(weights) === 0) return [];
  const shares = allocation(amount, weights);
  return lines.flatMap((line, place) => {
    const share = shares[place];
    return share === undefined || share === 0 ? [] : [{ of, line, amount: share }];
  });
}

function inOrder(one: AppliedHours, other: AppliedHours): number {
  return (
    byText(one.workedOn, other.workedOn) ||
    byNumber(one.coding, other.coding, ({ project }) => project) ||
    byNumber(one.coding, other.coding, ({ phase }) => phase ?? 0) ||
    byNumber(one.coding, other.coding, ({ costCode }) => costCode ?? 0) ||
    byText(one.coding?.costType ?? '', other.coding?.costType ?? '') ||
    one.employee - other.employee
  );
}

function byText(one: IsoDate | string, other: IsoDate | string): number {
  return one < other ? -1 : one > other ? 1 : 0;
}

function byNumber(one: Coding | null, other: Coding | null, of: (coding: Coding) => number): number {
  return (one === null ? 0 : of(one)) - (other === null ? 0 : of(other));
}
