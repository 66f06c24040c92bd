import { monthAt, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';

export interface ReaderNote {
  readonly month: Month;
  readonly text: string;
  readonly at: string;
  readonly by: string;
}

type At = Pick<Bounds, 'month' | 'recordedAt'>;

/** What readers were told of a project up to a month, the latest first. */
export async function readerNotes(db: Db, { month, recordedAt }: At, project: number): Promise<readonly ReaderNote[]> {
  const rows = await db
    .selectFrom('reader_note')
    .select(['month', 'text', 'recorded_at', 'recorded_by'])
    .where('project_id', '=', project)
    .where('month', '<=', month)
    .where('recorded_at', '<=', recordedAt)
    .orderBy('month', 'desc')
    .orderBy('id', 'desc')
    .execute();
  return rows.map((row) => ({
    ...{ month: monthAt(row.month), text: row.text },
    ...{ at: new Date(row.recorded_at).toISOString(), by: row.recorded_by },
  }));
}

/** The note that counts of each project that has one: for the latest month, the one written last. */
export async function notesOfProjects(db: Db, { month, recordedAt }: At): Promise<ReadonlyMap<number, string>> {
  const { rows } = await sql<{ project: number; text: string }>`
    SELECT n.project_id AS project, n.text FROM reader_note n
    WHERE n.month <= ${month} AND n.recorded_at <= ${recordedAt} AND NOT EXISTS (SELECT 1 FROM reader_note o
      WHERE o.project_id = n.project_id AND o.month <= ${month} AND o.recorded_at <= ${recordedAt}
        AND (o.month > n.month OR o.month = n.month AND o.id > n.id))`.execute(db);
  return new Map(rows.map(({ project, text }) => [project, text]));
}

interface NewNote {
  readonly project: number;
  readonly month: Month;
  readonly text: string;
}

export async function insertReaderNote(trx: Trx, { project, month, text }: NewNote, { at, by }: Stamp): Promise<void> {
  const row = { project_id: project, month: monthNumber(month), text };
  await trx
    .insertInto('reader_note')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}
