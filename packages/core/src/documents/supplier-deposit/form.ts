import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';

/** A deposit paid to a supplier, as typed. */
export const SupplierDepositForm = z.strictObject({
  supplier: Typed,
  paidOn: Typed,
  amount: Typed,
  text: Typed,
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});
export type SupplierDepositForm = z.output<typeof SupplierDepositForm>;
