import { z } from 'zod';
import { AsOf, Cents, Day, Id, IdText, Money, Month, Ratio, Remark, Typed } from './values.ts';
import { LedgerLine } from './reading.ts';

export const DOCUMENT_KINDS = [
  'bill',
  'hours',
  'recognition',
  'invoice',
  'receipt',
  'payment',
  'journal',
  'reversal',
] as const;

export const DocumentRow = z.object({
  id: Id,
  kind: z.enum(DOCUMENT_KINDS),
  number: z.string(),
  party: z.string().nullable(),
  project: z.string().nullable(),
  datedOn: Day,
  dueOn: Day.nullable(),
  grossCents: Cents,
  /** Not settled yet; zero for what needs no settling. */
  openCents: Cents,
  recordedAt: z.string(),
  recordedBy: z.string(),
  reversedBy: z.string().nullable(),
  reverses: z.string().nullable(),
  memo: z.string(),
});

export const DocumentsQuery = AsOf.extend({
  kind: z.enum(DOCUMENT_KINDS).optional(),
  text: z.string().max(100).optional(),
  open: z.literal('yes').optional(),
});
export const Documents = z.object({ rows: z.array(DocumentRow), more: z.boolean() });

export const DocumentParams = z.strictObject({ id: IdText });
export const DocumentDetail = z.object({
  document: DocumentRow,
  lines: z.array(LedgerLine),
  settlements: z.array(z.object({ documentId: Id, number: z.string(), datedOn: Day, amountCents: Cents })),
  linked: z.object({ reversedById: Id.nullable(), reversesId: Id.nullable() }),
});

export const Reversal = z.strictObject({ postedOn: Typed, reason: Typed });
export const Posted = z.object({ id: Id, number: z.string() });

export const RecognitionQuery = z.strictObject({ month: Month });
const RecognitionRow = z.object({
  id: Id,
  code: z.string(),
  name: z.string(),
  contract: Money,
  estimate: Money,
  cost: Money,
  progress: z.string(),
  complete: Ratio,
  earnedBeforeCents: Cents,
  earnedMonthCents: Cents,
  earnedToDateCents: Cents,
  releasedCents: Cents,
  provisionChangeCents: Cents,
  provisionCents: Cents,
  override: z.object({ amountCents: Cents, reason: z.string() }).nullable(),
  warnings: z.array(Remark),
});
/** A run as it would post, or the latest one as it did. */
export const RecognitionPreview = z.object({
  month: Month,
  rows: z.array(RecognitionRow),
  totals: z.object({
    contractCents: Cents,
    estimateCents: Cents,
    costCents: Cents,
    earnedBeforeCents: Cents,
    earnedMonthCents: Cents,
    earnedToDateCents: Cents,
    releasedCents: Cents,
    provisionChangeCents: Cents,
    provisionCents: Cents,
  }),
  problems: z.array(Remark),
  /** Changes whenever anything the run reads changes; the posting must name the one it was shown. */
  stamp: z.string(),
  latest: z.object({ documentId: Id, month: Month, recordedAt: z.string(), recordedBy: z.string() }).nullable(),
});
export const RecognitionPosting = z.strictObject({ month: Month, stamp: z.string().max(100) });
export const RecognitionReversal = z.strictObject({ documentId: Id, reason: Typed });

export const Billable = z.object({
  rows: z.array(
    z.object({
      id: Id,
      code: z.string(),
      name: z.string(),
      client: z.string(),
      contract: Money,
      earned: Money,
      billed: Money,
      leftCents: Cents,
      overbilled: Money,
      complete: Ratio,
    }),
  ),
});

/** An invoice as typed. */
export const InvoiceForm = z.strictObject({
  project: Typed,
  datedOn: Typed,
  dueOn: Typed,
  share: z.enum(['percent', 'amount', 'rest']),
  value: Typed,
  taxCode: Typed,
  text: Typed,
});
export const InvoicePreview = z.object({
  problems: z.array(Remark),
  workCents: Cents,
  taxCents: Cents,
  dueCents: Cents,
  contractCents: Cents,
  billedBeforeCents: Cents,
  leftAfterCents: Cents,
  earnedCents: Cents,
});
/** Money that settles a document, as typed. */
export const SettlementForm = z.strictObject({ documentId: Id, paidOn: Typed, amount: Typed });

export const JournalForm = z.strictObject({
  postedOn: Typed,
  text: Typed,
  lines: z.array(z.strictObject({ account: Typed, debit: Typed, credit: Typed, text: Typed })).max(500),
});

export const MonthLock = z.strictObject({ through: Month.nullable(), reason: Typed });
