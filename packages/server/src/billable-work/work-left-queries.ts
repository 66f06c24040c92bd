import { sql } from 'kysely';
import type { Sql, Trx } from '../database/schema.ts';

/**
 * What is left of work: what it is worth, less what was billed and written down. Hours without a price are kept with nothing, until they
 * are priced or taken back.
 */
export function leftOfWork(where: Sql): Sql {
  const done = (column: string): Sql =>
    sql`ifnull((SELECT SUM(${sql.ref(`b.${column}`)}) FROM billed_work b WHERE b.work_id = w.id), 0)`;
  return sql`SELECT w.id AS work_id, w.project_id, w.worth_cents - ${done('billed_cents')} - ${done('written_cents')} AS left_cents
    FROM billable_work w WHERE ${where} AND (w.worth_cents - ${done('billed_cents')} - ${done('written_cents')} <> 0
      OR (w.priced = 0 AND NOT EXISTS (SELECT 1 FROM billed_work b WHERE b.work_id = w.id)
        AND NOT EXISTS (SELECT 1 FROM billable_work m WHERE m.mirrors_id = w.id)))`;
}

/** Works out anew what is left of some work. */
export async function keepLeft(trx: Trx, work: readonly number[]): Promise<void> {
  if (work.length === 0) return;
  const those = sql`(SELECT value FROM json_each(${JSON.stringify(work)}))`;
  await sql`DELETE FROM work_left WHERE work_id IN ${those}`.execute(trx);
  await sql`INSERT INTO work_left (work_id, project_id, left_cents) ${leftOfWork(sql`w.id IN ${those}`)}`.execute(trx);
}

/** Why work moves without anybody saying so. */
export const TAKEN_BACK = 'Taken back';
export const PRICED_SINCE = 'Priced at a rate entered since';

export interface WorkMove {
  readonly work: number;
  /** Null for a decision that no document holds. */
  readonly document: number | null;
  readonly countsOn: number;
  readonly billed: number;
  readonly written: number;
  readonly reason: string;
}

/** Bills and writes down work, or takes that back; and keeps what is left of it. */
export async function insertMoves(
  trx: Trx,
  moves: readonly WorkMove[],
  { at, by }: { readonly at: number; readonly by: string },
): Promise<void> {
  for (const { work, document, countsOn, billed, written, reason } of moves) {
    await trx
      .insertInto('billed_work')
      .values({
        ...{ work_id: work, document_id: document, counts_on: countsOn, billed_cents: billed, written_cents: written },
        ...{ reason, recorded_at: at, recorded_by: by },
      })
      .execute();
  }
  await keepLeft(trx, [...new Set(moves.map(({ work }) => work))]);
}
