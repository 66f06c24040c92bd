import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { Sheet, SHEET_KINDS } from '../documents/sheets.ts';
import { HoursRow } from '../documents/hours/form.ts';
import { BillRow } from '../documents/supplier-bill/form.ts';
import { Again, ById, Cents, Day, Id, IdText, Month, Quantity, Ratio, Remark, Typed, Done } from '../shapes/values.ts';

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
  /** Cells that nobody typed in, and what they hold all the same. */
  follows: z.array(z.object({ at: z.string(), text: z.string() })).readonly(),
  /** Of a week of hours: everybody in it, and what is missing to their usual week. */
  /** Lines of orders that the sheet names: in units where they are counted, else in minor units. */
  against: z
    .array(
      z.object({
        ...{ line: z.string(), text: z.string(), unit: z.string(), isCounted: z.boolean() },
        ...{ ordered: z.int(), received: z.int(), billed: z.int(), now: z.int() },
      }),
    )
    .readonly(),
  /** Of opening balances: what every account comes to, debit positive. */
  bills: z
    .array(
      z.object({
        projectCode: z.string(),
        ...{ workCents: Cents, withheldCents: Cents, taxCents: Cents, dueCents: Cents },
        ...{ contractCents: Cents, billedBeforeCents: Cents, leftAfterCents: Cents },
        ...{ drawnCents: Cents, releasedCents: Cents },
      }),
    )
    .readonly(),
  trialBalance: z.array(z.object({ accountCode: z.string(), accountName: z.string(), amountCents: Cents })).readonly(),
  weeks: z.array(z.object({ employee: z.string(), hours: Quantity, missing: Quantity })).readonly(),
});

export const DraftSummary = z.object({
  id: Id,
  kind: z.enum(SHEET_KINDS),
  title: z.string(),
  version: z.int(),
  rows: z.int(),
  updatedAt: z.string(),
  updatedBy: z.string(),
  /** Everybody who typed in it: none of them approves it. */
  typedBy: z.array(z.string()),
  /** What was last said of it as it stands; null where no approval was asked for. */
  approval: z
    .object({ stand: z.enum(['asked', 'approved', 'returned']), by: z.string(), at: z.string(), reason: z.string() })
    .nullable(),
});

/** Of the bills that the sheet numbers or dates, those there are already, as keys. */
const KnownBills = z.array(z.string());

/** A sheet, and what it would post unless nobody asked. */
export const Draft = DraftSummary.extend({ sheet: Sheet, preview: Preview.nullable(), knownBills: KnownBills });
/** A sheet that was kept: whole, or only its head where no preview was asked for. */
export const DraftKept = DraftSummary.extend({
  sheet: Sheet.nullable(),
  preview: Preview.nullable(),
  knownBills: KnownBills,
});

/** False where whoever types works the preview out by themselves. */
const WantsPreview = z.boolean().default(true);

/** Which month the sheet is worked on in, and the sheet. */
export const NewDraft = z.strictObject({ month: Month, sheet: Sheet, preview: WantsPreview });
export const DraftChange = z.strictObject({
  month: Month,
  version: z.int(),
  sheet: Sheet,
  preview: WantsPreview,
});
export const DraftPosting = z.strictObject({
  month: Month,
  version: z.int(),
  /** Must be true where the preview has warnings. */
  acceptWarnings: z.boolean(),
});
/** The sheet as it was looked at; the month it is worked on in. */
export const AskApproval = z.strictObject({ month: Month, version: z.int() });
export const ApproveSheet = z.strictObject({ version: z.int() });
export const ReturnSheet = ApproveSheet.extend({ reason: Typed });

export const DraftPosted = z.object({ documents: z.array(z.object({ id: Id, number: z.string() })) });
export const DraftQuery = z.strictObject({ month: Month, preview: z.enum(['yes', 'no']).default('yes') });
export const DraftsQuery = z.strictObject({ kind: z.enum(SHEET_KINDS).optional() });

export const SheetFileParams = z.strictObject({ kind: z.enum(SHEET_KINDS) });
/** One posted document, or those of some days; left out, all of the kind. */
export const SheetFileQuery = z.strictObject({
  id: IdText.optional(),
  from: Day.optional(),
  through: Day.optional(),
});
/** A CSV file of sheets; days without a year are near the month. */
export const SheetImport = z.strictObject({
  month: Month,
  name: z.string().max(200),
  csv: z.string().max(4_000_000),
  again: Again,
});
export const SheetsImported = z.object({
  drafts: z.array(z.object({ id: Id, title: z.string(), rows: z.int() })),
});

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

/** As typed, its days as they were posted. */
export const PostedSheet = z.object({ sheet: Sheet });

export const LastWeekQuery = z.strictObject({ weekOn: Day });
/** Who worked where, once each; hours that were taken back leave nothing. */
export const LastWeek = z.object({ rows: z.array(HoursRow) });

// One a line.
// prettier-ignore
export const ENTRY_ENDPOINTS = {
  drafts: { method: 'get', path: '/drafts', may: 'keep-books', summary: 'Sheets being worked on', query: DraftsQuery, response: z.object({ rows: z.array(DraftSummary) }), reads: ['drafts'] },
  draft: { method: 'get', path: '/drafts/{id}', may: 'keep-books', summary: 'One sheet with what it would post', params: ById, query: DraftQuery, response: Draft, reads: ['drafts'] },
  newDraft: { method: 'post', path: '/drafts', may: 'keep-books', summary: 'Begin a sheet', body: NewDraft, response: DraftKept, isUnaudited: true, makesStale: ['drafts'] },
  importSheets: { method: 'post', path: '/sheet-imports/{kind}', may: 'keep-books', summary: 'Read a CSV file into sheets that wait to be posted', params: SheetFileParams, body: SheetImport, response: SheetsImported, makesStale: ['drafts'] },
  changeDraft: { method: 'put', path: '/drafts/{id}', may: 'keep-books', summary: 'Keep a sheet as typed', params: ById, body: DraftChange, response: DraftKept, isUnaudited: true, makesStale: ['drafts'] },
  dropDraft: { method: 'delete', path: '/drafts/{id}', may: 'keep-books', summary: 'Throw a sheet away; an incoming bill that was put on it waits again', params: ById, response: Done, makesStale: ['drafts', 'messages', 'files'] },
  postDraft: { method: 'post', path: '/drafts/{id}/posting', may: 'keep-books', summary: 'Post a sheet, whole or not at all', params: ById, body: DraftPosting, response: DraftPosted, makesStale: ['drafts', 'ledger', 'files'] },
  askApproval: { method: 'post', path: '/drafts/{id}/approval-request', may: 'keep-books', summary: 'Ask somebody else to approve the bills of a sheet', params: ById, body: AskApproval, response: DraftSummary, makesStale: ['drafts'] },
  approveSheet: { method: 'post', path: '/drafts/{id}/approval', may: 'keep-books', summary: 'Approve the bills of a sheet that somebody else typed', params: ById, body: ApproveSheet, response: DraftSummary, makesStale: ['drafts'] },
  returnSheet: { method: 'post', path: '/drafts/{id}/return', may: 'keep-books', summary: 'Return a sheet that asked for approval, with the reason', params: ById, body: ReturnSheet, response: DraftSummary, makesStale: ['drafts'] },
  budgetStands: { method: 'get', path: '/budget-stands', may: 'keep-books', summary: 'Budget lines with what is left', query: BudgetStandsQuery, response: BudgetStands, reads: ['ledger', 'plans', 'records'] },
  creditSheet: { method: 'get', path: '/documents/{id}/credit-sheet', may: 'keep-books', summary: 'A sheet of the credit note against a whole bill, to be looked at and numbered', params: ById, response: PostedSheet, reads: ['ledger'] },
  postedSheet: { method: 'get', path: '/documents/{id}/sheet', may: 'keep-books', summary: 'The sheet a document was posted from, as typed', params: ById, response: PostedSheet, reads: ['ledger'] },
  lastWeek: { method: 'get', path: '/last-week', may: 'keep-books', summary: 'Rows of hours posted for the week before, without their hours', query: LastWeekQuery, response: LastWeek, reads: ['ledger'] },
  lastBill: { method: 'get', path: '/last-bill', may: 'keep-books', summary: "A supplier's last bill as rows", query: LastBillQuery, response: LastBill, reads: ['ledger'] },
} as const satisfies Endpoints;
