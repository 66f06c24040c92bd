import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { costCodeId, phaseId, projectId } from '@lowtide/core/ledger/ids.ts';
import type { Coding } from '@lowtide/core/ledger/journal-entry.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';
import { counts } from '../ledger/settlement-queries.ts';
import { movesOf } from './order-queries.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

/** What is committed by line of an order, as `committedOf` of core says it. Of all projects, or of some. */
export function committedLines(at: At, projects?: readonly number[]): RawBuilder<unknown> {
  const ofProjects =
    projects === undefined ? sql`project_id IS NOT NULL` : sql`project_id IN (${sql.join([...projects])})`;
  const those = sql`(SELECT id FROM order_line WHERE ${ofProjects})`;
  const closes = sql`(SELECT v.closes FROM order_version v JOIN document w ON w.id = v.document_id
    WHERE v.order_id = o.id AND ${counts('w', at)} ORDER BY v.version DESC LIMIT 1)`;
  return sql`SELECT project_id, phase_id, cost_code_id, cost_type, order_id, line_id,
      committed_cents(oq, onet, oc, bq, bn, bc, am, acc, closes) AS committed
    FROM (SELECT l.project_id, ifnull(l.phase_id, 0) AS phase_id, l.cost_code_id, l.cost_type, l.order_id, l.id AS line_id,
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
  const { rows } = await sql<{
    project_id: number;
    phase_id: number;
    cost_code_id: number;
    cost_type: string;
    committed: number;
  }>`SELECT project_id, phase_id, cost_code_id, cost_type, SUM(committed) AS committed
    FROM (${committedLines(at, projects)}) GROUP BY project_id, phase_id, cost_code_id, cost_type`.execute(db);
  return rows.map((row) => ({
    coding: {
      project: projectId(row.project_id),
      phase: row.phase_id === 0 ? null : phaseId(row.phase_id),
      costCode: costCodeId(row.cost_code_id),
      costType: row.cost_type as CostType,
    },
    committed: cents(row.committed),
  }));
}

/** What of a coding is asked for; a phase of null is none. */
export interface CommittedOf {
  readonly project: number;
  readonly phase?: number | null;
  readonly costCode?: number;
  readonly costType?: string;
}

/** What each order has committed of a project, or of a coding of it. */
export async function committedByOrder(db: Db, at: At, { project, phase, costCode, costType }: CommittedOf) {
  const conditions = [
    ...(phase === undefined ? [] : [sql`phase_id = ${phase ?? 0}`]),
    ...(costCode === undefined ? [] : [sql`cost_code_id = ${costCode}`]),
    ...(costType === undefined ? [] : [sql`c.cost_type = ${costType}`]),
    sql`committed <> 0`,
  ];
  const { rows } = await sql<{ id: number; number: string; supplier: string; committed: number }>`
    SELECT o.id, o.number, y.name AS supplier, SUM(c.committed) AS committed
    FROM (${committedLines(at, [project])}) c JOIN document o ON o.id = c.order_id JOIN party y ON y.id = o.party_id
    WHERE ${sql.join(conditions, sql` AND `)} GROUP BY o.id ORDER BY o.id`.execute(db);
  return rows.map((row) => ({ ...row, committed: cents(row.committed) }));
}
