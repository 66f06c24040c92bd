import { createHash } from 'node:crypto';
import { sql, type QueryExecutorProvider } from 'kysely';

interface Entry {
  readonly id: number;
  readonly at: number;
  readonly by: string;
  readonly action: string;
  readonly subject: string;
  readonly detail: string;
}

const TRIGGERS = ['changed', 'deleted'] as const;

/**
 * Each entry of the audit log says what it is about and from where, and is chained to the one before: its hash is the SHA-256 of that
 * one's hash, a line break, and the entry as a JSON list of id, at, by, origin, action, about, subject, detail. Entries of before get
 * theirs now.
 */
export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const done of TRIGGERS) await sql.raw(`DROP TRIGGER audit_log_is_never_${done}`).execute(db);
  for (const column of ['origin', 'about', 'hash']) {
    await sql.raw(`ALTER TABLE audit_log ADD COLUMN ${column} TEXT NOT NULL DEFAULT ''`).execute(db);
  }
  const { rows } = await sql<Entry>`SELECT id, at, by, action, subject, detail FROM audit_log ORDER BY id`.execute(db);
  let before = '';
  for (const { id, at, by, action, subject, detail } of rows) {
    const text = `${before}\n${JSON.stringify([id, at, by, '', action, '', subject, detail])}`;
    before = createHash('sha256').update(text).digest('hex');
    await sql`UPDATE audit_log SET hash = ${before} WHERE id = ${id}`.execute(db);
  }
  await sql.raw(`CREATE INDEX audit_log_about ON audit_log (about) WHERE about <> ''`).execute(db);
  for (const [done, verb] of [
    ['changed', 'UPDATE'],
    ['deleted', 'DELETE'],
  ]) {
    await sql
      .raw(
        `CREATE TRIGGER audit_log_is_never_${done} BEFORE ${verb} ON audit_log
          BEGIN SELECT RAISE (ABORT, 'audit_log is never ${done}'); END`,
      )
      .execute(db);
  }
}
