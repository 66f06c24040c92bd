import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';

/** What is in a file, for whoever must decide whether it is the one they want. */
export interface BookFacts {
  readonly company: string;
  readonly documents: number;
  readonly lines: number;
  /** The last posting day, and when something was last recorded; null where nothing was. */
  readonly lastPostedOn: string | null;
  readonly lastRecordedAt: string | null;
}

export async function counted(db: Db): Promise<Pick<BookFacts, 'documents' | 'lines'>> {
  const { rows } = await sql<Pick<BookFacts, 'documents' | 'lines'>>`SELECT
    (SELECT COUNT(*) FROM document) AS documents, (SELECT COUNT(*) FROM journal_line) AS lines`.execute(db);
  return rows[0] ?? { documents: 0, lines: 0 };
}

export async function bookFacts(db: Db): Promise<BookFacts> {
  const { rows } = await sql<{ name: string | null; posted: number | null; recorded: number | null }>`SELECT
    (SELECT name FROM company) AS name, (SELECT MAX(posted_on) FROM journal_entry) AS posted,
    (SELECT MAX(recorded_at) FROM journal_entry) AS recorded`.execute(db);
  const { name = null, posted = null, recorded = null } = rows[0] ?? {};
  return {
    ...(await counted(db)),
    company: name ?? 'no company yet',
    lastPostedOn: posted === null ? null : dayOf(posted),
    lastRecordedAt: recorded === null ? null : new Date(recorded).toISOString(),
  };
}
