import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import { codingOfTable, knownCoding } from '../database/coding-columns.ts';
import type { Db } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';

/** Cost of material that was told in units, of all projects or of one, by project and then by coding. */
export async function materialInUnits(
  db: Db,
  { day, firstLaterLine }: Pick<Bounds, 'day' | 'firstLaterLine'>,
  only?: number,
): Promise<ReadonlyMap<number, ReadonlyMap<string, Cents>>> {
  const known = firstLaterLine === null ? sql`` : sql`AND id < ${firstLaterLine}`;
  const of = only === undefined ? sql`AND project_id IS NOT NULL` : sql`AND project_id = ${only}`;
  const { rows } = await sql<
    Readonly<Record<string, unknown>> & { readonly amount: number; readonly project_id: number }
  >`
    SELECT ${codingOfTable('')}, SUM(amount_cents) AS amount
    FROM journal_line INDEXED BY journal_line_material_units
    WHERE cost_type = 'material' AND quantity_e4 <> 0 AND cost_code_id IS NOT NULL AND posted_on <= ${day} ${known} ${of}
      AND account_id IN (SELECT id FROM account WHERE role IN (${sql.join([...COST_ROLES])}))
    GROUP BY ${codingOfTable('')}`.execute(db);
  const byProject = new Map<number, Map<string, Cents>>();
  for (const row of rows) {
    const own = byProject.get(row.project_id) ?? new Map<string, Cents>();
    byProject.set(row.project_id, own.set(codingKey(knownCoding(row)), cents(row.amount)));
  }
  return byProject;
}
