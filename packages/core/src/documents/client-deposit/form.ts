import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** What a client is to pay ahead, as typed. */
export const DepositRow = z.strictObject({
  project: Typed,
  /** `10%` of the contract, or an amount before tax. */
  amount: Typed,
  taxCode: Typed.default(''),
  dueOn: Typed.default(''),
  text: Typed.default(''),
});
export type DepositRow = z.output<typeof DepositRow>;

export const DepositSheet = z.strictObject({
  kind: z.literal('deposit-invoices'),
  datedOn: Typed,
  rows: z.array(DepositRow).max(500),
});
export type DepositSheet = z.output<typeof DepositSheet>;

export const DEPOSIT_COLUMNS = [
  { id: 'project', head: 'Project', width: 18, holds: 'project' },
  { id: 'left', head: 'Deposit left', width: 12, holds: 'money', isShown: true },
  { id: 'amount', head: 'Percent or amount', width: 14, holds: 'share of contract' },
  { id: 'taxCode', head: 'Tax code', width: 8, holds: 'tax code' },
  { id: 'due', head: 'To pay', width: 12, holds: 'money', isShown: true },
  { id: 'dueOn', head: 'Due', width: 10, holds: 'day' },
  { id: 'text', head: 'Text', width: 26, holds: 'text' },
] as const satisfies readonly SheetColumn[];
