import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { HELD_ROLES, type Role } from './account.ts';
import type { Line } from './journal-entry.ts';

interface Measure {
  /** Its column in the balances by project and month. */
  readonly column: `${string}_cents` | `${string}_e4`;
  readonly value: typeof cents | typeof quantity;
  /** Which lines count: those of accounts with one of the roles, or those of somebody's hours. */
  readonly of: { readonly roles: readonly Role[]; readonly sign: 1 | -1 } | 'hours of an employee';
  /** Entries that close a project do not count: they clear what was billed, and bill nothing. */
  readonly withoutClosing?: true;
  /** The figure it is traced by. */
  readonly figure: { readonly name: string; readonly title: string; readonly formula: string } | null;
}

/**
 * What the ledger says of a project, each kept by month and added up from lines. Balances and their SQL, totals, figures with their
 * traces, and what is checked against the lines follow from here.
 */
export const MEASURES = {
  /** Cost still on the balance sheet. */
  held: {
    column: 'held_cents',
    value: cents,
    of: { roles: HELD_ROLES, sign: 1 },
    figure: {
      name: 'cost-held',
      title: 'Unrecognized cost',
      formula: 'lines posted to work in process and construction in progress: cost, less what was recognized of it',
    },
  },
  /** Cost in the result: recognized, or expensed as incurred. */
  expensed: {
    column: 'expensed_cents',
    value: cents,
    of: { roles: ['cost-of-revenue', 'internal-projects'], sign: 1 },
    figure: {
      name: 'cost-recognized',
      title: 'Cost recognized',
      formula: 'lines posted to cost of revenue and internal projects',
    },
  },
  earned: {
    column: 'earned_cents',
    value: cents,
    of: { roles: ['revenue'], sign: -1 },
    figure: { name: 'earned', title: 'Earned', formula: 'lines posted to revenue' },
  },
  billed: {
    column: 'billed_cents',
    value: cents,
    of: { roles: ['progress-billings'], sign: -1 },
    withoutClosing: true,
    figure: {
      name: 'billed',
      title: 'Billed',
      formula: 'lines posted to progress billings, without what closed the project',
    },
  },
  /** What clients hold back of invoices. */
  retained: {
    column: 'retained_cents',
    value: cents,
    of: { roles: ['retention-receivable'], sign: 1 },
    figure: {
      name: 'retention-held',
      title: 'Retention held by the client',
      formula: 'lines posted to retention receivable: withheld, less released',
    },
  },
  /** What clients paid ahead, or were billed to pay ahead. */
  deposit: {
    column: 'deposit_cents',
    value: cents,
    of: { roles: ['client-deposits'], sign: -1 },
    figure: {
      name: 'deposit-left',
      title: 'Deposit left',
      formula: 'lines posted to client deposits: billed as deposits, less drawn down',
    },
  },
  /** Expected loss provided for. */
  loss: {
    column: 'loss_cents',
    value: cents,
    of: { roles: ['loss-expense'], sign: 1 },
    figure: { name: 'loss-expense', title: 'Expected loss', formula: 'lines posted to expected losses' },
  },
  hours: { column: 'hours_e4', value: quantity, of: 'hours of an employee', figure: null },
} as const satisfies Readonly<Record<string, Measure>>;

export type MeasureName = keyof typeof MEASURES;
export type MeasureValues = { readonly [M in MeasureName]: ReturnType<(typeof MEASURES)[M]['value']> };

export const MEASURE_NAMES = Object.keys(MEASURES) as readonly MeasureName[];

/** How a measure is told, whichever it is. */
export function measureOf(name: MeasureName): Measure {
  return MEASURES[name];
}

/** Values of every measure, made of what is kept of each. */
export function measureValues(kept: (name: MeasureName) => number): MeasureValues {
  return Object.fromEntries(MEASURE_NAMES.map((name) => [name, MEASURES[name].value(kept(name))])) as MeasureValues;
}

/** What a line of a project adds to each measure, in the order of `MEASURE_NAMES`. */
export function measuresOf(
  line: Pick<Line, 'amount' | 'quantity' | 'employee'>,
  role: Role | null,
  isClosing: boolean,
): readonly number[] {
  return MEASURE_NAMES.map((name) => {
    const { of, withoutClosing = false } = measureOf(name);
    if (isClosing && withoutClosing) return 0;
    if (of === 'hours of an employee') return line.employee === null ? 0 : line.quantity;
    return of.roles.some((each) => each === role) ? of.sign * line.amount : 0;
  });
}
