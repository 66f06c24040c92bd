import { sql, type QueryExecutorProvider } from 'kysely';

/** Cost of material that was told in units, found by its project. */
export async function up(db: QueryExecutorProvider): Promise<void> {
  await sql
    .raw(
      `CREATE INDEX journal_line_material_units ON journal_line (project_id, posted_on, id)
        WHERE cost_type = 'material' AND quantity_e4 <> 0`,
    )
    .execute(db);
}
