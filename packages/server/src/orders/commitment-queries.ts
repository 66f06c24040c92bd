import type { Coding } from '@lowtide/core/ledger/dimensions.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';
import { counts } from '../ledger/settlement-queries.ts';
import { movesOf } from './order-queries.ts';
import { codingKept, codingOfTable, hasAsked, knownCoding, type CodingAsked } from '../database/coding-columns.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

/** What is committed by line of an order, as `committedOf` of core says it. Of all projects, or of some. */
export function committedLines(at: At, projects?: readonly number[]): RawBuilder<unknown> {
  const ofProjects =
    projects === undefined ? sql`project_id IS NOT NULL` : sql`project_id IN (${sql.join([...projects])})`;
  const those = sql`(SELECT id FROM order_line WHERE ${ofProjects})`;
  const closes = sql`(SELECT v.closes FROM order_version v JOIN document w ON w.id = v.document_id
    WHERE v.order_id = o.id AND ${counts('w', at)} ORDER BY v.version DESC LIMIT 1)`;
  return sql`SELECT ${codingOfTable('')}, order_id, line_id,
      committed_cents(oq, onet, oc, bq, bn, bc, am, acc, closes) AS committed
    FROM (SELECT ${codingKept('l')}, l.order_id, l.id AS line_id,
        SUM(m.oq) AS oq, SUM(m.onet) AS onet, SUM(m.oc) AS oc, SUM(m.bq) AS bq, SUM(m.bn) AS bn, SUM(m.bc) AS bc,
        SUM(m.am) AS am, SUM(m.acc) AS acc, ${closes} AS closes
      FROM order_line l JOIN document o ON o.id = l.order_id AND ${counts('o', at)}
      JOIN (${movesOf(at, those)}) m ON m.order_line_id = l.id
      GROUP BY l.id)`;
}

/** What is committed of some projects, by coding. */
export async function commitments(
  db: Db,
  at: At,
  projects: readonly number[],
): Promise<readonly { readonly coding: Coding; readonly committed: Cents }[]> {
  if (projects.length === 0) return [];
  const { rows } = await sql<{ committed: number }>`SELECT ${codingOfTable('')}, SUM(committed) AS committed
    FROM (${committedLines(at, projects)}) GROUP BY ${codingOfTable('')}`.execute(db);
  return rows.map((row) => ({ coding: knownCoding({ ...row }), committed: cents(row.committed) }));
}

/** What each order has committed of a project, or of a coding of it. */
export async function committedByOrder(db: Db, at: At, asked: CodingAsked & { readonly project: number }) {
  const { rows } = await sql<{ id: number; number: string; supplier: string; committed: number }>`
    SELECT o.id, o.number, y.name AS supplier, SUM(c.committed) AS committed
    FROM (${committedLines(at, [asked.project])}) c JOIN document o ON o.id = c.order_id JOIN party y ON y.id = o.party_id
    WHERE ${hasAsked('c', asked)} AND committed <> 0 GROUP BY o.id ORDER BY o.id`.execute(db);
  return rows.map((row) => ({ ...row, committed: cents(row.committed) }));
}
