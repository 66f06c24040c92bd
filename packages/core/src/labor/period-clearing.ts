import type { IsoDate } from '../calendar/iso-date.ts';
import { groupedBy } from '../collections/grouped-by.ts';
import type { EmployeeId } from '../ledger/ids.ts';
import type { Coding } from '../ledger/dimensions.ts';
import { difference, sum, type Cents } from '../money/cents.ts';
import { quantity, sumQuantity, type Quantity, perUnit } from '../money/quantity.ts';

/** Hours of somebody on a day and on one coding, and what of their cost labor clearing was credited with. */
export interface AppliedHours {
  readonly employee: EmployeeId;
  readonly workedOn: IsoDate;
  /** Null without a project. */
  readonly coding: Coding | null;
  readonly hours: Quantity;
  readonly applied: Cents;
}

/** What payroll debited for somebody; null for all of them together, and for the fee. */
export interface PaidToClearing {
  readonly employee: EmployeeId | null;
  readonly hours: Quantity;
  readonly paid: Cents;
}

/** What true-ups have taken of the difference already. */
export interface SettledDifference {
  readonly employee: EmployeeId | null;
  readonly amount: Cents;
}

/** One pay period as labor clearing has it. */
export interface ClearingPeriod {
  readonly applied: readonly AppliedHours[];
  readonly paid: readonly PaidToClearing[];
  readonly settled: readonly SettledDifference[];
}

export interface ClearingRow {
  /** Null for what belongs to nobody alone: a payroll known in one sum, the fee. */
  readonly employee: EmployeeId | null;
  readonly entered: Quantity;
  readonly hoursPaid: Quantity;
  readonly applied: Cents;
  readonly paid: Cents;
  readonly settled: Cents;
  /** paid − applied − settled: what a true-up has still to spread. */
  readonly difference: Cents;
  /** Hours without pay and pay without hours are mistakes to be put right, not differences to be spread. */
  readonly is: 'both' | 'paid and never entered' | 'entered and never paid' | 'in common';
}

/** Hours and pay of a period side by side, person by person, what is in common last. */
export function clearingRows({ applied, paid, settled }: ClearingPeriod): readonly ClearingRow[] {
  const hours = groupedBy(applied, ({ employee }) => employee as EmployeeId | null);
  const pay = groupedBy(paid, ({ employee }) => employee);
  const done = groupedBy(settled, ({ employee }) => employee);
  const isInOneSum = paid.length > 0 && !paid.some(({ employee }) => employee !== null);
  const people = [...new Set([...hours.keys(), ...pay.keys(), ...done.keys()])].toSorted(
    (one, other) => (one ?? Number.MAX_SAFE_INTEGER) - (other ?? Number.MAX_SAFE_INTEGER),
  );
  return people.map((employee) => {
    const [own, given] = [hours.get(employee) ?? [], pay.get(employee) ?? []];
    const amounts = {
      entered: sumQuantity(own.map((each) => each.hours)),
      hoursPaid: sumQuantity(given.map((each) => each.hours)),
      applied: sum(own.map((each) => each.applied)),
      paid: sum(given.map((each) => each.paid)),
      settled: sum((done.get(employee) ?? []).map(({ amount }) => amount)),
    };
    const is =
      employee === null || isInOneSum
        ? ('in common' as const)
        : own.length === 0
          ? ('paid and never entered' as const)
          : given.length === 0
            ? ('entered and never paid' as const)
            : ('both' as const);
    return {
      ...{ employee, ...amounts, is },
      difference: difference(difference(amounts.paid, amounts.applied), amounts.settled),
    };
  });
}

/** What rows come to together. */
export type ClearingSums = Omit<ClearingRow, 'employee' | 'is'>;

export function clearingTotals(rows: readonly ClearingRow[]): ClearingSums {
  const money = (of: (row: ClearingRow) => Cents): Cents => sum(rows.map(of));
  return {
    entered: sumQuantity(rows.map(({ entered }) => entered)),
    hoursPaid: sumQuantity(rows.map(({ hoursPaid }) => hoursPaid)),
    applied: money(({ applied }) => applied),
    paid: money(({ paid }) => paid),
    settled: money(({ settled }) => settled),
    difference: money((row) => row.difference),
  };
}

/** The difference of an hour in ten-thousandths of a currency unit; null where no hour was entered. */
export function differencePerHour({ difference: apart, entered }: Pick<ClearingRow, 'difference' | 'entered'>) {
  if (entered === 0) return null;
  const [over, hours] = entered < 0 ? [-apart, -entered] : [apart, entered];
  return quantity(perUnit(over, hours));
}

/** Whom a payroll paid, and for which days. */
export interface PaidDays {
  readonly id: number;
  readonly from: IsoDate;
  readonly through: IsoDate;
  readonly employees: ReadonlySet<EmployeeId>;
  readonly isInOneSum: boolean;
}

/**
 * Which payroll an hour is compared with: of those that have its day the one that paid the person; else the one that paid everybody in one
 * sum; else the first, where it then stands as entered and never paid. So no hour is counted in two periods.
 */
export function payrollOfHour(
  hour: Pick<AppliedHours, 'employee' | 'workedOn'>,
  payrolls: readonly PaidDays[],
): number | null {
  const covering = payrolls.filter(({ from, through }) => from <= hour.workedOn && hour.workedOn <= through);
  const first = covering.toSorted((one, other) => one.id - other.id);
  const paid =
    first.find(({ employees }) => employees.has(hour.employee)) ??
    first.find(({ isInOneSum }) => isInOneSum) ??
    first[0];
  return paid?.id ?? null;
}
