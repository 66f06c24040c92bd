import { z } from 'zod';
import type { Permission } from '../people/roles.ts';
import { REPORT_NAMES, REPORTS, type ReportName } from '../reports/reports.ts';
import type { About } from './endpoint.ts';
import { PART } from '../shapes/values.ts';

/** An address that answers a file. */
export interface FileAddress {
  /** Below `/api`. */
  readonly path: string;
  readonly may: Permission;
  readonly about?: About;
  /** It may be of much: it is read and written apart, so that nobody else waits. */
  readonly isLong?: true;
}

export const REPORT_FILE_ENDINGS = ['csv', 'xlsx', 'pdf'] as const;
export type ReportFileEnding = (typeof REPORT_FILE_ENDINGS)[number];

/** A report as a file: whoever may read it may save it. */
export function reportFile(name: ReportName, ending: ReportFileEnding): FileAddress {
  return { path: `/reports/${name}.${ending}`, may: REPORTS[name].may, isLong: true };
}

const ColumnName = z.string().regex(/^[a-zA-Z_-]{1,30}$/, 'Name a column.');

/** Of a report's file: how its rows and columns are looked at, beside what the report itself asks. Left out, all of them. */
export const FileView = z.object({
  order: PART.order,
  group: ColumnName.optional(),
  /** `client:has:Corvane`, one or several. */
  filter: z
    .union([z.string().max(400), z.array(z.string().max(400)).max(20)])
    .default([])
    .transform((typed) => (typeof typed === 'string' ? [typed] : typed)),
  /** Columns in their order, commas between. */
  columns: z
    .string()
    .max(1_000)
    .transform((typed) => typed.split(','))
    .pipe(z.array(ColumnName))
    .optional(),
});

/** Files that are no report. */
export const FILES = {
  budget: { path: '/reports/budget.csv', may: 'read-projects', about: { project: 'query.id' }, isLong: true },
  ledger: { path: '/reports/ledger.csv', may: 'read-projects', about: { project: 'query.project' }, isLong: true },
  estimateCsv: { path: '/estimates/{id}.csv', may: 'read-projects', about: { estimate: 'params.id' } },
  estimateWorkbook: { path: '/estimates/{id}.xlsx', may: 'read-projects', about: { estimate: 'params.id' } },
  proposal: { path: '/estimates/{id}.pdf', may: 'read-projects', about: { estimate: 'params.id' } },
  records: { path: '/record-files/{kind}.csv', may: 'keep-books' },
  sheets: { path: '/sheet-files/{kind}.csv', may: 'read-books', isLong: true },
  rates: { path: '/rate-files/{side}.csv', may: 'see-pay' },
  periodHours: { path: '/pay-period-hours.csv', may: 'see-pay' },
  attachment: { path: '/attachments/{id}/content', may: 'read-books' },
  ubl: { path: '/documents/{id}/ubl.xml', may: 'read-books' },
  order: { path: '/orders/{id}.pdf', may: 'read-books' },
  invoice: { path: '/invoices/{id}.pdf', may: 'read-books' },
  depositInvoice: { path: '/deposit-invoices/{id}.pdf', may: 'read-books' },
  application: { path: '/applications/{id}.pdf', may: 'read-books' },
  statement: { path: '/clients/{id}/statement.pdf', may: 'read-books' },
  reminder: { path: '/reminders/{id}.pdf', may: 'read-books' },
  applicationWorkbook: { path: '/applications/{id}.xlsx', may: 'read-books' },
  creditNote: { path: '/credit-notes/{id}.pdf', may: 'read-books' },
} as const satisfies Readonly<Record<string, FileAddress>>;

/** Every address that answers a file. */
export function allFiles(): readonly FileAddress[] {
  const reports = REPORT_NAMES.flatMap((name) => REPORT_FILE_ENDINGS.map((ending) => reportFile(name, ending)));
  return [...reports, ...Object.values(FILES)];
}
