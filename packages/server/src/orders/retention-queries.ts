import type { RetainedApart } from '@lowtide/core/documents/catalog.ts';
import { partyId, projectId } from '@lowtide/core/ledger/ids.ts';
import type { ProjectPart } from '@lowtide/core/ledger/project-parts.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING, type Bounds } from '../ledger/as-of-queries.ts';
import { counts, notReversed } from '../ledger/settlement-queries.ts';

/** What is withheld of the bills of an order and not released, by project. */
export async function retainedOf(db: Db, order: number): Promise<readonly ProjectPart[]> {
  const { rows } = await sql<{ project: number | null; amount: number }>`
    SELECT m.project_id AS project, SUM(m.amount_cents) AS amount
    FROM retained m JOIN document d ON d.id = m.document_id
    WHERE m.order_id = ${order} AND ${notReversed('d', EVERYTHING)}
    GROUP BY m.project_id HAVING SUM(m.amount_cents) <> 0 ORDER BY m.project_id`.execute(db);
  return rows.map(({ project, amount }) => ({
    project: project === null ? null : projectId(project),
    amount: cents(amount),
  }));
}

/**
 * Of what is withheld under an order at a moment, the part that its own bills withheld: what was taken over with the books is released
 * first, and nothing is known of what was billed for it.
 */
export function retainedOfBills(
  order: RawBuilder<unknown>,
  at: Pick<Bounds, 'day' | 'recordedAt'>,
): RawBuilder<number> {
  const all = (which: RawBuilder<unknown>) => sql`ifnull((SELECT SUM(m.amount_cents) FROM retained m
    JOIN document d ON d.id = m.document_id WHERE m.order_id = ${order} AND ${counts('d', at)} ${which}), 0)`;
  return sql<number>`min(${all(sql``)}, ${all(sql`AND d.kind IN ('bill', 'spend')`)})`;
}

/** What is withheld of the bills of some suppliers under no subcontract. */
export async function retainedApart(db: Db, suppliers: readonly number[]): Promise<readonly RetainedApart[]> {
  if (suppliers.length === 0) return [];
  const { rows } = await sql<{ supplier: number; retained: number }>`
    SELECT m.party_id AS supplier, SUM(m.amount_cents) AS retained
    FROM retained m JOIN document d ON d.id = m.document_id
    WHERE m.order_id IS NULL AND m.party_id IN (${sql.join([...suppliers])}) AND ${notReversed('d', EVERYTHING)}
    GROUP BY m.party_id HAVING SUM(m.amount_cents) <> 0`.execute(db);
  return rows.map((row) => ({ supplier: partyId(row.supplier), retained: cents(row.retained) }));
}

/** What was withheld from suppliers of each project at a moment, and what of it was released to them. */
export async function retainedByProject(
  db: Db,
  at: Pick<Bounds, 'day' | 'recordedAt'>,
): Promise<ReadonlyMap<number, { readonly withheld: Cents; readonly released: Cents }>> {
  const { rows } = await sql<{ project: number; withheld: number; released: number }>`
    SELECT m.project_id AS project, SUM(CASE WHEN d.kind = 'retention-release' THEN 0 ELSE m.amount_cents END) AS withheld,
      SUM(CASE WHEN d.kind = 'retention-release' THEN -m.amount_cents ELSE 0 END) AS released
    FROM retained m JOIN document d ON d.id = m.document_id
    WHERE m.project_id IS NOT NULL AND ${counts('d', at)} GROUP BY 1`.execute(db);
  return new Map(
    rows.map(({ project, withheld, released }) => [project, { withheld: cents(withheld), released: cents(released) }]),
  );
}
