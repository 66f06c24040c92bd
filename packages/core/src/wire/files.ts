import type { Permission } from '../people/roles.ts';
import { REPORT_NAMES, REPORTS, type ReportName } from '../reports/reports.ts';
import type { About } from './endpoint.ts';

/** An address that answers a file. */
export interface FileAddress {
  /** Below `/api`. */
  readonly path: string;
  readonly may: Permission;
  readonly about?: About;
}

export const REPORT_FILE_ENDINGS = ['csv', 'xlsx', 'pdf'] as const;
export type ReportFileEnding = (typeof REPORT_FILE_ENDINGS)[number];

/** A report as a file: whoever may read it may save it. */
export function reportFile(name: ReportName, ending: ReportFileEnding): FileAddress {
  return { path: `/reports/${name}.${ending}`, may: REPORTS[name].may };
}

/** Files that are no report. */
export const FILES = {
  budget: { path: '/reports/budget.csv', may: 'read-projects', about: { project: 'query.id' } },
  ledger: { path: '/reports/ledger.csv', may: 'read-projects', about: { project: 'query.project' } },
  estimateCsv: { path: '/estimates/{id}.csv', may: 'read-projects', about: { estimate: 'params.id' } },
  estimateWorkbook: { path: '/estimates/{id}.xlsx', may: 'read-projects', about: { estimate: 'params.id' } },
  proposal: { path: '/estimates/{id}.pdf', may: 'read-projects', about: { estimate: 'params.id' } },
  invoice: { path: '/invoices/{id}.pdf', may: 'read-books' },
} as const satisfies Readonly<Record<string, FileAddress>>;

/** Every address that answers a file. */
export function allFiles(): readonly FileAddress[] {
  const reports = REPORT_NAMES.flatMap((name) => REPORT_FILE_ENDINGS.map((ending) => reportFile(name, ending)));
  return [...reports, ...Object.values(FILES)];
}
