import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';

/** Codes of the labor that projects have a budget for, `phase/code` where it is of a phase, by project. */
export async function budgetedLabor(
  db: Db,
): Promise<ReadonlyMap<number, readonly { readonly code: string; readonly name: string }[]>> {
  const { rows } = await sql<{ project_id: number; code: string; name: string }>`
    SELECT DISTINCT b.project_id, CASE WHEN h.code IS NULL THEN '' ELSE h.code || '/' END || k.code AS code, k.name
    FROM budget_line b JOIN cost_code k ON k.id = b.cost_code_id LEFT JOIN phase h ON h.id = b.phase_id
    WHERE b.cost_type = 'labor' ORDER BY b.project_id, code`.execute(db);
  const known = new Map<number, { code: string; name: string }[]>();
  for (const { project_id, code, name } of rows) {
    const own = known.get(project_id) ?? [];
    own.push({ code, name });
    known.set(project_id, own);
  }
  return known;
}
