import { projectId } from '@lowtide/core/ledger/ids.ts';
import { codingOf } from '@lowtide/core/ledger/dimensions.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import type { EstimatedLine } from '@lowtide/core/reports/estimate-against-actual/figures.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';
import { codingOfTable, WITHIN_PROJECT } from '../database/coding-columns.ts';

interface LineRow extends Readonly<Record<string, unknown>> {
  project_id: number;
  section: string;
  price_cents: number;
  kind: string;
}

/** The lines of every approval that counts, in the order they were approved. */
export async function estimatedLines(db: Db, at: Bounds, project?: number): Promise<readonly EstimatedLine[]> {
  const only = project === undefined ? sql`` : sql`AND a.project_id = ${project}`;
  const { rows } = await sql<LineRow>`
    SELECT a.project_id, l.section, ${codingOfTable('l', WITHIN_PROJECT)}, l.price_cents, e.kind
    FROM estimate_line l JOIN approval a ON a.id = l.approval_id JOIN estimate e ON e.id = a.estimate_id
    WHERE a.effective_on <= ${at.day} AND a.recorded_at <= ${at.recordedAt}
      AND a.id NOT IN (SELECT approval_id FROM withdrawal WHERE recorded_at <= ${at.recordedAt}) ${only}
    ORDER BY l.id`.execute(db);
  return rows.map((row) => ({
    project: projectId(row.project_id),
    coding: codingOf(row),
    section: row.section,
    price: cents(row.price_cents),
    isChange: row.kind === 'change',
  }));
}
