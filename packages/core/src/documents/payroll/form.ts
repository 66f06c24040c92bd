import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** What one person was paid for the period, as typed. Without an employee it is what all of them were paid together. */
export const PayrollRow = z.strictObject({
  employee: Typed,
  regularHours: Typed,
  overtimeHours: Typed,
  grossRegular: Typed,
  grossOvertime: Typed,
  employerTaxes: Typed,
  insurance: Typed,
  benefits: Typed,
  /** Kept back of the gross: taxes and contributions of the employee. */
  withheld: Typed,
  /** Gross less withheld; checked where it is typed. */
  net: Typed,
  text: Typed,
});
export type PayrollRow = z.output<typeof PayrollRow>;

export const PayrollSheet = z.strictObject({
  kind: z.literal('payroll'),
  /** Of a supplement: the payroll whose days it adds to. Empty: it has days of its own. */
  supplementTo: Typed.default(''),
  /** First and last day of the pay period; of a supplement they follow. */
  from: Typed,
  through: Typed,
  paidOn: Typed,
  /** What whoever does the payroll asks for it. */
  fee: Typed,
  rows: z.array(PayrollRow).max(2_000),
});
export type PayrollSheet = z.output<typeof PayrollSheet>;

export const PAYROLL_COLUMNS = [
  { id: 'employee', head: 'Employee', width: 14, holds: 'employee' },
  { id: 'regularHours', head: 'Hours', width: 6, holds: 'hours' },
  { id: 'overtimeHours', head: 'Overtime', width: 6, holds: 'hours' },
  { id: 'grossRegular', head: 'Gross regular', width: 9, holds: 'money' },
  { id: 'grossOvertime', head: 'Gross overtime', width: 9, holds: 'money' },
  { id: 'employerTaxes', head: 'Employer taxes', width: 9, holds: 'money' },
  { id: 'insurance', head: 'Insurance', width: 8, holds: 'money' },
  { id: 'benefits', head: 'Benefits', width: 8, holds: 'money' },
  { id: 'withheld', head: 'Withheld', width: 9, holds: 'money' },
  { id: 'net', head: 'Net pay', width: 9, holds: 'money' },
  { id: 'text', head: 'Text', width: 13, holds: 'text' },
] as const satisfies readonly (SheetColumn & { readonly id: keyof PayrollRow })[];
