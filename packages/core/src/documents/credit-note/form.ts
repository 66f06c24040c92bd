import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';

/** A credit note against an invoice, as typed. */
export const CreditNoteForm = z.strictObject({
  /** The invoice, by its number in the books. */
  documentId: z.int().positive(),
  datedOn: Typed,
  /** Work credited, before tax; empty for all that is left of the invoice. */
  work: Typed,
  text: Typed,
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});
export type CreditNoteForm = z.output<typeof CreditNoteForm>;
