import { sql, type QueryExecutorProvider } from 'kysely';

/** What the company's letters carry, and the paper they are printed on. The picture is a data URL of a PNG or JPEG. */
const STATEMENTS = [
  `ALTER TABLE company ADD COLUMN address TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE company ADD COLUMN bank_details TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE company ADD COLUMN logo TEXT`,
  `ALTER TABLE company ADD COLUMN paper TEXT NOT NULL DEFAULT 'letter' CHECK (paper IN ('letter', 'a4'))`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
