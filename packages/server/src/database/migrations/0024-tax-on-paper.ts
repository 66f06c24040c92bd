import { sql, type QueryExecutorProvider } from 'kysely';

/** What an invoice says of who is taxed where, and why something is not. */
const STATEMENTS = [
  ...['party', 'company'].flatMap((table) => [
    `ALTER TABLE ${table} ADD COLUMN country TEXT NOT NULL DEFAULT ''`,
    `ALTER TABLE ${table} ADD COLUMN tax_number TEXT NOT NULL DEFAULT ''`,
  ]),
  `ALTER TABLE tax_code ADD COLUMN category TEXT NOT NULL DEFAULT 'by its rate'`,
  `ALTER TABLE tax_code ADD COLUMN exemption TEXT NOT NULL DEFAULT ''`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
