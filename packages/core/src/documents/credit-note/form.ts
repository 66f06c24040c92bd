import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';

/** What becomes of hours and costs whose invoice is credited. */
export const CREDITED_WORK = ['billed again', 'written down'] as const;

/** A credit note against an invoice, as typed. */
export const CreditNoteForm = z.strictObject({
  /** The invoice, by its number in the books. */
  documentId: z.int().positive(),
  datedOn: Typed,
  /** Work credited, before tax; empty for all that is left of the invoice. */
  work: Typed,
  text: Typed,
  /** Of an invoice on a schedule of values: what is credited of its lines, by their numbers; left out, of all lines by what stands of them. */
  lines: z
    .array(z.strictObject({ line: Typed, amount: Typed }))
    .max(1_000)
    .default([]),
  /** Of time and materials: whether what is credited can be billed again, or is written down. */
  workIs: z.enum(CREDITED_WORK).default('billed again'),
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});
export type CreditNoteForm = z.output<typeof CreditNoteForm>;
