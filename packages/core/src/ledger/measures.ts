import type { Cents } from '../money/cents.ts';
import type { Quantity } from '../money/quantity.ts';
import { HELD_ROLES, type Role } from './account.ts';
import type { Line } from './journal-entry.ts';

/** What the ledger says of a project, each kept by month and added up from lines. */
export interface MeasureValues {
  /** Cost still on the balance sheet. */
  readonly held: Cents;
  /** Cost in the result: recognized, or expensed as incurred. */
  readonly expensed: Cents;
  readonly earned: Cents;
  readonly billed: Cents;
  /** Expected loss provided for. */
  readonly loss: Cents;
  readonly hours: Quantity;
}
export type MeasureName = keyof MeasureValues;

interface Measure {
  /** Its column in the balances by project and month. */
  readonly column: string;
  /** Which lines count: those of accounts with one of the roles, or those of somebody's hours. */
  readonly of: { readonly roles: readonly Role[]; readonly sign: 1 | -1 } | 'hours of an employee';
  /** Entries that close a project do not count: they clear what was billed, and bill nothing. */
  readonly withoutClosing?: true;
}

/** Every measure of a project. Balances and their SQL, totals, what is checked against the lines follow from here. */
export const MEASURES: { readonly [M in MeasureName]: Measure } = {
  held: { column: 'held_cents', of: { roles: HELD_ROLES, sign: 1 } },
  expensed: { column: 'expensed_cents', of: { roles: ['cost-of-revenue', 'internal-projects'], sign: 1 } },
  earned: { column: 'earned_cents', of: { roles: ['revenue'], sign: -1 } },
  billed: { column: 'billed_cents', of: { roles: ['progress-billings'], sign: -1 }, withoutClosing: true },
  loss: { column: 'loss_cents', of: { roles: ['loss-expense'], sign: 1 } },
  hours: { column: 'hours_e4', of: 'hours of an employee' },
};

export const MEASURE_NAMES = Object.keys(MEASURES) as readonly MeasureName[];

/** What a line of a project adds to each measure, in the order of `MEASURE_NAMES`. */
export function measuresOf(
  line: Pick<Line, 'amount' | 'quantity' | 'employee'>,
  role: Role | null,
  isClosing: boolean,
): readonly number[] {
  return MEASURE_NAMES.map((name) => {
    const { of, withoutClosing = false } = MEASURES[name];
    if (isClosing && withoutClosing) return 0;
    if (of === 'hours of an employee') return line.employee === null ? 0 : line.quantity;
    return of.roles.some((each) => each === role) ? of.sign * line.amount : 0;
  });
}
