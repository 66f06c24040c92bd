import { dayNumber, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';

/** What waits to become a sheet: bills that came in, weeks that people submitted, journals that are due by a day. */
export interface Waiting {
  readonly incomingBills: number;
  readonly timesheets: number;
  readonly journalsDue: number;
}

export async function whatWaits(db: Db, on: IsoDate): Promise<Waiting> {
  const { rows } = await sql<Waiting>`SELECT
    (SELECT COUNT(*) FROM supplier_message WHERE status = 'waiting') AS incomingBills,
    (SELECT COUNT(*) FROM timesheet WHERE status = 'submitted') AS timesheets,
    (SELECT COUNT(*) FROM recurring_journal WHERE next_on <= ${dayNumber(on)}) AS journalsDue`.execute(db);
  return rows[0] ?? { incomingBills: 0, timesheets: 0, journalsDue: 0 };
}
