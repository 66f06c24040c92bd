import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { costCodeId, phaseId, projectId } from '@lowtide/core/ledger/ids.ts';
import type { Coding } from '@lowtide/core/ledger/journal-entry.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import type { EstimatedLine } from '@lowtide/core/reports/estimate-against-actual/figures.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';

interface LineRow {
  project_id: number;
  section: string;
  phase_id: number | null;
  cost_code_id: number | null;
  cost_type: string | null;
  price_cents: number;
  kind: string;
}

/** The lines of every approval that counts, in the order they were approved. */
export async function estimatedLines(db: Db, at: Bounds, project?: number): Promise<readonly EstimatedLine[]> {
  const only = project === undefined ? sql`` : sql`AND a.project_id = ${project}`;
  const { rows } = await sql<LineRow>`
    SELECT a.project_id, l.section, l.phase_id, l.cost_code_id, l.cost_type, l.price_cents, e.kind
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

function codingOf({ project_id, phase_id, cost_code_id, cost_type }: LineRow): Coding | null {
  if (cost_code_id === null) return null;
  return {
    project: projectId(project_id),
    phase: phase_id === null ? null : phaseId(phase_id),
    costCode: costCodeId(cost_code_id),
    costType: cost_type as CostType,
  };
}
