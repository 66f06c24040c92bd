import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { counts } from '../ledger/settlement-queries.ts';

/** What clients released of each project by then, and the day of the first invoice of which something was held back still. */
export async function releasedByClients(
  db: Db,
  at: Parameters<typeof counts>[1],
): Promise<ReadonlyMap<number, { readonly released: Cents; readonly since: IsoDate | null }>> {
  const { rows } = await sql<{ project: number; released: number; since: number | null }>`
    SELECT project, SUM(released) AS released, MIN(CASE WHEN held <> 0 THEN dated END) AS since FROM (
      SELECT b.project_id AS project, i.dated_on AS dated, SUM(b.released_cents) AS released,
        SUM(b.withheld_cents - b.released_cents) AS held
      FROM billed_value b JOIN document d ON d.id = b.document_id JOIN document i ON i.id = b.invoice_id
      WHERE ${counts('d', at)} AND (b.withheld_cents <> 0 OR b.released_cents <> 0) GROUP BY b.project_id, b.invoice_id)
    GROUP BY project`.execute(db);
  return new Map(
    rows.map(({ project, released, since }) => [
      project,
      { released: cents(released), since: since === null ? null : dayOf(since) },
    ]),
  );
}

/** What clients hold back of some projects now, with the codes of the projects. */
export async function heldNow(db: Db, projects: readonly number[]) {
  if (projects.length === 0) return [];
  const { rows } = await sql<{ id: number; code: string; held: number | null }>`SELECT p.id, p.code,
      (SELECT SUM(m.retained_cents) FROM project_month m WHERE m.project_id = p.id) AS held
    FROM project p WHERE p.id IN (${sql.join([...projects])}) ORDER BY p.code`.execute(db);
  return rows.map(({ held, ...project }) => ({ ...project, held: cents(held ?? 0) }));
}

/** How many days after its end what is held back of a project is due. */
export async function dueDays(db: Db): Promise<ReadonlyMap<number, number>> {
  const rows = await db
    .selectFrom('project')
    .select(['id', 'retention_due_days as days'])
    .where('retention_due_days', 'is not', null)
    .execute();
  return new Map(rows.flatMap(({ id, days }) => (days === null ? [] : [[id, days] as const])));
}
