import { sql, type QueryExecutorProvider } from 'kysely';

/** Lists of long books are read in their order, and the largest bill of a supplier is found, without reading all of them. */
const STATEMENTS = [
  'CREATE INDEX document_dated ON document (dated_on, id)',
  'CREATE INDEX document_party_gross ON document (party_id, kind, gross_cents) WHERE party_id IS NOT NULL',
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
