import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';

/** What is paid back to a client, as typed. */
export const RefundForm = z.strictObject({
  /** A credit that is open, or a deposit that is not used, by its number in the books. */
  documentId: z.int().positive(),
  paidOn: Typed,
  /** Empty for all of it. */
  amount: Typed,
  text: Typed.default(''),
});
export type RefundForm = z.output<typeof RefundForm>;
