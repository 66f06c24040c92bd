import { z } from 'zod';
import { HoursReport } from '../reports/hours/shape.ts';
import { TRUE_UP_METHODS } from '../documents/true-up/post.ts';
import type { Endpoints } from './endpoint.ts';
import { ById, Cents, Day, Id, Quantity, Ratio, Remark, Typed } from '../shapes/values.ts';

const Sums = z.object({
  /** Hours entered for the days of the period, and hours paid. */
  ...{ entered: Quantity, hoursPaid: Quantity },
  /** What labor clearing was credited with for the hours, and debited with by payroll. */
  ...{ appliedCents: Cents, paidCents: Cents },
  /** Paid less applied, in percent of what was applied, and for an hour entered; null where there is none. */
  ...{ apartCents: Cents, apartShare: Ratio.nullable(), apartPerHour: Quantity.nullable() },
  /** What true-ups took of the difference, and what is left of it: paid − applied − settled. */
  ...{ settledCents: Cents, differenceCents: Cents },
});

const Period = z.object({
  /** The payroll. */
  ...{ id: Id, number: z.string(), from: Day, through: Day },
  ...{ trueUpId: Id.nullable(), trueUp: z.string() },
});

/** Every payroll that counts beside the hours of its period, the latest first, and what was worked since. */
export const LaborClearing = z.object({
  periods: z.array(Period.extend({ sums: Sums })),
  /** Worked after the last period that was paid: the rest of the account, owed and not yet paid. */
  unpaid: z.object({
    from: Day.nullable(),
    rows: z.array(z.object({ employee: z.string(), entered: Quantity, appliedCents: Cents })),
    appliedCents: Cents,
  }),
  /** Differences that no true-up has taken, as the account has them: what was paid beyond the rates is below zero. */
  leftCents: Cents,
  /** Balance of the account; credit is what is owed. */
  balanceCents: Cents,
  /** What else was posted to the account: neither hours, nor payroll, nor true-ups. */
  otherCents: Cents,
});

/** Payrolls that count, and those that no true-up has brought to what was paid. */
export const LaborState = z.object({ periods: z.int(), withoutTrueUp: z.int() });

export const CLEARING_STATES = ['both', 'paid and never entered', 'entered and never paid', 'in common'] as const;

/** One payroll, person by person; without a person what belongs to nobody alone. */
export const ClearingOf = z.object({
  period: Period,
  rows: z.array(Sums.extend({ employee: z.string(), is: z.enum(CLEARING_STATES) })),
  sums: Sums,
});

export const TrueUpForm = z.strictObject({
  payrollId: Id,
  method: z.enum(TRUE_UP_METHODS),
});
/** What a true-up posts: to which project or without one, and to which account. */
export const TrueUpPreview = z.object({
  rows: z.array(
    z.object({
      postedOn: Day,
      ...{ account: z.string(), project: z.string(), amountCents: Cents },
    }),
  ),
  totalCents: Cents,
  problems: z.array(Remark),
});
const TrueUpPosted = z.object({ id: Id, number: z.string() });

/** Days of a period whose hours go to whoever does the payroll. */
export const PeriodQuery = z.strictObject({ from: Day, through: Day });
/** What whoever does the payroll sent back, as a CSV file of a payroll sheet. */
export const Register = z.object({ name: z.string(), csv: z.string() });

/** What payroll left owed, by account. */
export const PayrollLiabilities = z.object({
  rows: z.array(z.object({ code: z.string(), name: z.string(), owedCents: Cents })),
});
/** What is owed on a liability account and paid from the bank, as typed. */
export const LiabilityForm = z.strictObject({
  ...{ account: Typed, paidOn: Typed, amount: Typed, text: Typed.default('') },
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});

/** Hours from elsewhere as CSV: employee, project, activity, day, hours; joined with the books by their codes. */
export const HoursTable = z.strictObject({
  csv: z.string().max(5_000_000),
  by: z.enum(['person', 'project', 'activity']),
});
export const HoursTableJoined = z.object({
  report: HoursReport,
  /** Lines that match nothing, by their place in the file, with the reasons. */
  unmatched: z.array(z.object({ row: z.int(), text: z.string(), problems: z.array(Remark) })),
});

// One a line.
// prettier-ignore
export const LABOR_ENDPOINTS = {
  laborClearing: { method: 'get', path: '/labor-clearing', may: 'see-pay', summary: 'Labor clearing: hours and payroll by pay period', response: LaborClearing, reads: ['ledger', 'records'] },
  laborState: { method: 'get', path: '/labor-state', may: 'read-books', summary: 'How many pay periods are trued up', response: LaborState, reads: ['ledger'] },
  clearingOf: { method: 'get', path: '/labor-clearing/{id}', may: 'see-pay', summary: 'One payroll against the hours of its period, by person', params: ById, response: ClearingOf, reads: ['ledger', 'records'] },
  trueUpPreview: { method: 'post', path: '/true-ups/preview', may: 'see-pay', summary: 'What a true-up would post', body: TrueUpForm, response: TrueUpPreview, reads: ['ledger', 'records', 'months'] },
  trueUp: { method: 'post', path: '/true-ups', may: 'keep-books', summary: 'Spread the difference of a payroll over its hours, or to labor variance', body: TrueUpForm, response: TrueUpPosted, makesStale: ['ledger'] },
  hoursTable: { method: 'post', path: '/hours-tables', may: 'see-pay', summary: 'A report of hours from a table that is not in the books', body: HoursTable, response: HoursTableJoined, reads: ['records'] },
  payrollLiabilities: { method: 'get', path: '/payroll-liabilities', may: 'see-pay', summary: 'What payroll left owed', response: PayrollLiabilities, reads: ['ledger', 'records'] },
  payLiability: { method: 'post', path: '/liability-payments', may: 'keep-books', summary: 'Pay what is owed on a liability account', body: LiabilityForm, response: TrueUpPosted, makesStale: ['ledger'] },
  bureau: { method: 'post', path: '/stand-ins/payroll-bureau', may: 'keep-books', summary: 'Demo: the hours of a period go to a simulated payroll bureau, and its register comes back', body: PeriodQuery, response: Register, makesStale: [] },
} as const satisfies Endpoints;
