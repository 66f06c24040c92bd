import { z } from 'zod';
import { Cents, Day, Id, IdText, Month, Quantity, Ratio, Remark, Typed } from './values.ts';

export const BillRow = z.strictObject({
  supplier: Typed,
  number: Typed,
  datedOn: Typed,
  dueOn: Typed,
  total: Typed,
  project: Typed,
  code: Typed,
  costType: Typed,
  net: Typed,
  tax: Typed,
  text: Typed,
});

export const BillSheet = z.strictObject({
  kind: z.literal('bills'),
  controlTotal: Typed,
  rows: z.array(BillRow).max(2_000),
});

export const HoursRow = z.strictObject({
  employee: Typed,
  project: Typed,
  code: Typed,
  costType: Typed,
  days: z.array(Typed).length(7),
  text: Typed,
});

export const HoursSheet = z.strictObject({
  kind: z.literal('hours'),
  weekOn: Day,
  rows: z.array(HoursRow).max(2_000),
});

/** A sheet as typed. */
export const Sheet = z.discriminatedUnion('kind', [BillSheet, HoursSheet]);

const PostedLine = z.object({
  accountCode: z.string(),
  accountName: z.string(),
  projectCode: z.string().nullable(),
  coding: z.string(),
  party: z.string(),
  amountCents: Cents,
});

function changeOf<T extends z.ZodType>(value: T) {
  return z.object({ before: value, after: value });
}

const Effect = z.object({
  code: z.string(),
  cost: changeOf(Cents),
  estimate: changeOf(Cents),
  complete: changeOf(Ratio),
  margin: changeOf(Ratio.nullable()),
  budgetLeft: z.array(z.object({ label: z.string(), left: changeOf(Cents) })),
});

/** What a sheet posts and does, worked out by the code that posts. */
export const Preview = z.object({
  documents: z.int(),
  enteredCents: Cents,
  /** Control total less entered; null without one. */
  missingCents: Cents.nullable(),
  hours: Quantity,
  problems: z.array(Remark),
  warnings: z.array(Remark),
  posts: z.array(PostedLine),
  effects: z.array(Effect),
});

export const DraftSummary = z.object({
  id: Id,
  kind: z.enum(['bills', 'hours']),
  title: z.string(),
  version: z.int(),
  rows: z.int(),
  updatedAt: z.string(),
  updatedBy: z.string(),
});

export const Draft = DraftSummary.extend({ sheet: Sheet, preview: Preview });

/** Which month the sheet is worked on in, and the sheet. */
export const NewDraft = z.strictObject({ month: Month, sheet: Sheet });
export const DraftChange = z.strictObject({ month: Month, version: z.int(), sheet: Sheet });
export const DraftPosting = z.strictObject({
  month: Month,
  version: z.int(),
  /** Must be true where the preview has warnings. */
  acceptWarnings: z.boolean(),
});
export const DraftPosted = z.object({ documents: z.array(z.object({ id: Id, number: z.string() })) });
export const DraftQuery = z.strictObject({ month: Month });
export const DraftsQuery = z.strictObject({ kind: z.enum(['bills', 'hours']).optional() });

export const BudgetStandsQuery = z.strictObject({ project: IdText, through: Month });
/** A project's budget lines for the coding picker, with what is left in each. */
export const BudgetStands = z.object({
  lines: z.array(
    z.object({
      code: z.string(),
      costType: z.string(),
      name: z.string(),
      budgetCents: Cents,
      leftCents: Cents,
    }),
  ),
});

export const LastBillQuery = z.strictObject({ supplier: Typed });
export const LastBill = z.object({ rows: z.array(BillRow) });
