import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';

/** A credit applied to what is open with the same party, as typed. */
export const OffsetForm = z.strictObject({
  /** The bill or invoice that is open. */
  documentId: z.int().positive(),
  /** The credit: a bill or a credit note that is open the other way. */
  creditId: z.int().positive(),
  appliedOn: Typed,
  /** Empty for as much as both have open. */
  amount: Typed,
});
export type OffsetForm = z.output<typeof OffsetForm>;
