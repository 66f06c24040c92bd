import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';

/** What a client will not pay, as typed. */
export const WriteOffForm = z.strictObject({
  /** The invoice, by its number in the books. */
  documentId: z.int().positive(),
  writtenOn: Typed,
  /** Empty for all that is open. */
  amount: Typed,
  reason: Typed,
});
export type WriteOffForm = z.output<typeof WriteOffForm>;
