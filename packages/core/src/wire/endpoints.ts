import { REPORTS, type ReportName } from '../reports/reports.ts';
import { ATTACHMENT_ENDPOINTS } from './attachments.ts';
import { AUDIT_ENDPOINTS } from './audit.ts';
import { BACKUP_ENDPOINTS } from './backups.ts';
import { CLOCK_ENDPOINTS } from './clock.ts';
import { BILLING_ENDPOINTS } from './billing.ts';
import { DOCUMENT_ENDPOINTS } from './documents.ts';
import type { Endpoints } from './endpoint.ts';
import { ENTRY_ENDPOINTS } from './entry.ts';
import { ESTIMATE_ENDPOINTS } from './estimates.ts';
import { FORECAST_ENDPOINTS } from './forecasts.ts';
import { READER_NOTE_ENDPOINTS } from './reader-notes.ts';
import { TOLD_FORECAST_ENDPOINTS } from './told-forecasts.ts';
import { HEALTH_ENDPOINTS } from './health.ts';
import { ORDER_ENDPOINTS } from './orders.ts';
import { CLIENT_ANSWER_ENDPOINTS } from './client-answers.ts';
import { MAILBOX_ENDPOINTS } from './mailbox.ts';
import { OVERHEAD_ENDPOINTS } from './overhead.ts';
import { RECOGNITION_ENDPOINTS } from './recognition.ts';
import { WHAT_IF_ENDPOINTS } from './what-if.ts';
import { OBLIGATION_ENDPOINTS } from './obligations.ts';
import { TOLD_PROGRESS_ENDPOINTS } from './told-progress.ts';
import { REMINDER_ENDPOINTS } from './reminders.ts';
import { PEOPLE_ENDPOINTS } from './people.ts';
import { PROGRESS_ENDPOINTS } from './progress.ts';
import { LABOR_ENDPOINTS } from './labor.ts';
import { RECURRING_ENDPOINTS } from './recurring.ts';
import { RATE_ENDPOINTS } from './rates.ts';
import { READING_ENDPOINTS } from './reading.ts';
import { SETUP_ENDPOINTS } from './setup.ts';
import { TIMESHEET_ENDPOINTS } from './timesheets.ts';
import { STRAY_ENDPOINTS } from './strays.ts';
import { SHEET_BASIS_ENDPOINTS } from './sheet-basis.ts';

const ABOUT_REPORTS = ['ledger', 'plans', 'estimates', 'records', 'months'] as const;

/** A report is answered at its path. */
type ReportEndpoints = {
  readonly [R in ReportName]: {
    readonly method: 'get';
    readonly path: string;
    readonly summary: string;
    readonly may: (typeof REPORTS)[R]['may'];
    readonly query: (typeof REPORTS)[R]['query'];
    readonly response: (typeof REPORTS)[R]['answer'];
    readonly reads: typeof ABOUT_REPORTS;
    readonly isLong: true;
  };
};
const REPORT_ENDPOINTS = Object.fromEntries(
  Object.entries(REPORTS).map(([name, { path, summary, may, query, answer }]) => [
    name,
    { method: 'get', path, summary, may, query, response: answer, reads: ABOUT_REPORTS, isLong: true },
  ]),
) as ReportEndpoints;

/** Every endpoint, each told beside its shapes; server routes, web requests and the OpenAPI document are made from this list. */
export const ENDPOINTS = {
  ...REPORT_ENDPOINTS,
  ...READING_ENDPOINTS,
  ...RATE_ENDPOINTS,
  ...LABOR_ENDPOINTS,
  ...OVERHEAD_ENDPOINTS,
  ...TIMESHEET_ENDPOINTS,
  ...CLOCK_ENDPOINTS,
  ...ENTRY_ENDPOINTS,
  ...SHEET_BASIS_ENDPOINTS,
  ...ATTACHMENT_ENDPOINTS,
  ...ORDER_ENDPOINTS,
  ...RECURRING_ENDPOINTS,
  ...MAILBOX_ENDPOINTS,
  ...CLIENT_ANSWER_ENDPOINTS,
  ...REMINDER_ENDPOINTS,
  ...RECOGNITION_ENDPOINTS,
  ...TOLD_PROGRESS_ENDPOINTS,
  ...OBLIGATION_ENDPOINTS,
  ...WHAT_IF_ENDPOINTS,
  ...STRAY_ENDPOINTS,
  ...DOCUMENT_ENDPOINTS,
  ...BILLING_ENDPOINTS,
  ...ESTIMATE_ENDPOINTS,
  ...FORECAST_ENDPOINTS,
  ...TOLD_FORECAST_ENDPOINTS,
  ...READER_NOTE_ENDPOINTS,
  ...SETUP_ENDPOINTS,
  ...PEOPLE_ENDPOINTS,
  ...AUDIT_ENDPOINTS,
  ...HEALTH_ENDPOINTS,
  ...BACKUP_ENDPOINTS,
  ...PROGRESS_ENDPOINTS,
} as const satisfies Endpoints;

export type EndpointName = keyof typeof ENDPOINTS;
