import { z } from 'zod';
import { HoursRow } from '../documents/hours/form.ts';
import { Posted } from './documents.ts';
import { Preview } from './entry.ts';
import type { Endpoints } from './endpoint.ts';
import { ById, Day, Id, Quantity, Remark, Typed } from '../shapes/values.ts';

/** A row of one's own week, as typed: where, what, and seven days from Monday. */
export const OwnRow = HoursRow.pick({ project: true, code: true, days: true, pay: true, activity: true, text: true });
export type OwnRow = z.output<typeof OwnRow>;

/** What became of a week: entered, submitted, approved by all it needs, returned with a reason, posted. */
export const WEEK_STATUSES = ['open', 'submitted', 'approved', 'returned', 'posted'] as const;
const Status = z.enum(WEEK_STATUSES);

export const OwnWeekQuery = z.strictObject({ weekOn: Day });
export const OwnWeek = z.object({
  /** Null where the account is of no employee. */
  employee: z.string().nullable(),
  weekOn: Day,
  ...{ status: Status, reason: z.string(), version: z.int(), rows: z.array(OwnRow) },
  /** Hours entered, and of a usual week. */
  ...{ hours: Quantity, usualHours: Quantity },
  /** Who has still to approve it. */
  waitingFor: z.array(z.string()),
  problems: z.array(Remark),
  /** Hours that are posted for a day already. */
  warnings: z.array(Remark),
});

const MOST_ROWS = 60;
export const OwnWeekForm = z.strictObject({ weekOn: Day, version: z.int(), rows: z.array(OwnRow).max(MOST_ROWS) });
export const OwnWeekStep = z.strictObject({ weekOn: Day, version: z.int() });

/** What a row may name: projects that take cost, with the codes of their labor, and activities. */
export const OwnWeekChoices = z.object({
  projects: z.array(
    z.object({ code: z.string(), name: z.string(), codes: z.array(z.object({ code: z.string(), name: z.string() })) }),
  ),
  activities: z.array(z.object({ code: z.string(), name: z.string() })),
});

const WeekRow = OwnRow.extend({
  projectName: z.string(),
  /** Whether whoever asks may approve it, and who did. */
  ...{ isMine: z.boolean(), approvedBy: z.string() },
});
const Timesheet = z.object({
  ...{ id: Id, employee: z.string(), weekOn: Day, status: Status, reason: z.string(), version: z.int() },
  ...{ hours: Quantity, usualHours: Quantity, rows: z.array(WeekRow), documentId: Id.nullable() },
  /** Hours of the week that are posted apart from it. */
  postedHours: Quantity,
  /** What deserves a look before it is approved: hours of a day that are posted already. */
  warnings: z.array(z.string()),
});
export const TimesheetsQuery = z.strictObject({ status: Status.optional() });
/** Weeks that people entered, the latest first; a manager sees the rows of the projects they lead. */
export const Timesheets = z.object({ rows: z.array(Timesheet) });

export const Approval = z.strictObject({ version: z.int() });
export const Return = z.strictObject({ version: z.int(), reason: Typed });
const StatusNow = z.object({ id: Id, status: Status, version: z.int() });

/** Approved weeks of one Monday that are posted together. */
export const Batch = z.strictObject({ weekOn: Day, ids: z.array(Id).min(1).max(500) });
export const BatchPosting = Batch.extend({ acceptWarnings: z.boolean().default(false) });

// One a line.
// prettier-ignore
export const TIMESHEET_ENDPOINTS = {
  ownWeek: { method: 'get', path: '/own-week', may: 'own-hours', summary: 'The own week of hours, as entered', query: OwnWeekQuery, response: OwnWeek, reads: ['timesheets', 'records', 'ledger', 'people'] },
  ownWeekChoices: { method: 'get', path: '/own-week-choices', may: 'own-hours', summary: 'Projects, codes and activities that an own week may name', response: OwnWeekChoices, reads: ['records', 'plans', 'people'] },
  saveOwnWeek: { method: 'put', path: '/own-week', may: 'own-hours', summary: 'Save the own week', body: OwnWeekForm, response: StatusNow, isUnaudited: true, makesStale: ['timesheets'] },
  submitOwnWeek: { method: 'post', path: '/own-week/submission', may: 'own-hours', summary: 'Submit the own week', body: OwnWeekStep, response: StatusNow, makesStale: ['timesheets'] },
  recallOwnWeek: { method: 'post', path: '/own-week/recall', may: 'own-hours', summary: 'Take the own week back to change it', body: OwnWeekStep, response: StatusNow, makesStale: ['timesheets'] },
  timesheets: { method: 'get', path: '/timesheets', may: 'plan-projects', summary: 'Weeks that people entered themselves', query: TimesheetsQuery, response: Timesheets, reads: ['timesheets', 'records', 'ledger'] },
  approveTimesheet: { method: 'post', path: '/timesheets/{id}/approval', may: 'plan-projects', summary: 'Approve what of a week one may approve', params: ById, body: Approval, response: StatusNow, makesStale: ['timesheets'] },
  returnTimesheet: { method: 'post', path: '/timesheets/{id}/return', may: 'plan-projects', summary: 'Return a week with a reason', params: ById, body: Return, response: StatusNow, makesStale: ['timesheets'] },
  timesheetPreview: { method: 'post', path: '/timesheet-batches/preview', may: 'keep-books', summary: 'What posting approved weeks would post and do', body: Batch, response: Preview, reads: ['timesheets', 'ledger', 'plans', 'records', 'months'] },
  postTimesheets: { method: 'post', path: '/timesheet-batches', may: 'keep-books', summary: 'Post approved weeks together', body: BatchPosting, response: Posted, makesStale: ['ledger', 'timesheets'] },
} as const satisfies Endpoints;
