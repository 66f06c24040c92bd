import { z } from 'zod';
import { Id, Typed } from '../../shapes/values.ts';

/** What was withheld of a subcontract and is paid now, as typed; an empty amount is all of it. */
export const RetentionReleaseForm = z.strictObject({
  orderId: Id,
  datedOn: Typed,
  dueOn: Typed,
  amount: Typed,
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});
export type RetentionReleaseForm = z.output<typeof RetentionReleaseForm>;
