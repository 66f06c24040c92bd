import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';

/** A progress invoice as typed. */
export const InvoiceForm = z.strictObject({
  project: Typed,
  datedOn: Typed,
  dueOn: Typed,
  share: z.enum(['percent', 'amount', 'rest']),
  value: Typed,
  taxCode: Typed,
  text: Typed,
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});
export type InvoiceForm = z.output<typeof InvoiceForm>;
