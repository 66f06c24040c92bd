import type { Generated } from 'kysely';
import type { Recorded } from './table-columns.ts';

/** Weeks that people enter themselves, and entries of a time clock. */
export interface WeekTables {
  /** `rows` is JSON of the rows as typed. */
  timesheet: {
    id: Generated<number>;
    employee_id: number;
    week_on: number;
    rows: string;
    status: string;
    reason: string;
    version: number;
    changed_at: number;
    changed_by: string;
    document_id: number | null;
  };
  timesheet_approval: Recorded & { timesheet_id: number; timesheet_version: number; project_id: number | null };
  /** `entry` is JSON of the line as it came in. */
  clock_entry: Recorded & { digest: string; line: number; entry: string; status: string };
}
