import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** What the client certifies of a line that was asked for, as typed. */
export const CertificateRow = z.strictObject({
  line: Typed,
  /** Work certified this time; empty for all that was asked. */
  certified: Typed.default(''),
  /** What is certified of the change in stored materials; empty for all of it. */
  stored: Typed.default(''),
  /** Why it is less than was asked. */
  reason: Typed.default(''),
});
export type CertificateRow = z.output<typeof CertificateRow>;

export const CertificateSheet = z.strictObject({
  kind: z.literal('certificates'),
  /** The number of the application. */
  application: Typed,
  /** The day of the invoice; empty for the last day of the application's period. */
  datedOn: Typed.default(''),
  dueOn: Typed.default(''),
  taxCode: Typed.default(''),
  /** What a paid deposit pays of it: an amount, a percent of what is to pay, or `all`. */
  deposit: Typed.default(''),
  text: Typed.default(''),
  rows: z.array(CertificateRow).max(1_000),
});
export type CertificateSheet = z.output<typeof CertificateSheet>;

export const CERTIFICATE_COLUMNS = [
  { id: 'line', head: 'Line', width: 6, holds: 'scheduled line' },
  { id: 'name', head: 'Of the schedule', width: 26, holds: 'text', isShown: true },
  { id: 'asked', head: 'Asked', width: 11, holds: 'money', isShown: true },
  { id: 'certified', head: 'Certified', width: 11, holds: 'money' },
  { id: 'askedStored', head: 'Stored, asked', width: 11, holds: 'money', isShown: true },
  { id: 'stored', head: 'Stored, certified', width: 12, holds: 'money' },
  { id: 'reason', head: 'Why less', width: 23, holds: 'text' },
] as const satisfies readonly SheetColumn[];
