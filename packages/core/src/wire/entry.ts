import { z } from 'zod';
import { Sheet, SHEET_KINDS } from '../documents/sheets.ts';
import { BillRow } from '../documents/supplier-bill/form.ts';
import { Cents, Day, Id, IdText, Month, Quantity, Ratio, Remark, Typed } from './values.ts';

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
  kind: z.enum(SHEET_KINDS),
  title: z.string(),
  version: z.int(),
  rows: z.int(),
  updatedAt: z.string(),
  updatedBy: z.string(),
});

export const Draft = DraftSummary.extend({ sheet: Sheet, preview: Preview });
/** A sheet that was kept: whole, or only its head where no preview was asked for. */
export const DraftKept = DraftSummary.extend({ sheet: Sheet.nullable(), preview: Preview.nullable() });

/** Which month the sheet is worked on in, and the sheet. */
export const NewDraft = z.strictObject({ month: Month, sheet: Sheet });
export const DraftChange = z.strictObject({
  month: Month,
  version: z.int(),
  sheet: Sheet,
  /** False where whoever types works the preview out by themselves. */
  preview: z.boolean().default(true),
});
export const DraftPosting = z.strictObject({
  month: Month,
  version: z.int(),
  /** Must be true where the preview has warnings. */
  acceptWarnings: z.boolean(),
});
export const DraftPosted = z.object({ documents: z.array(z.object({ id: Id, number: z.string() })) });
export const DraftQuery = z.strictObject({ month: Month });
export const DraftsQuery = z.strictObject({ kind: z.enum(SHEET_KINDS).optional() });

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
