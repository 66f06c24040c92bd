import { sql, type QueryExecutorProvider } from 'kysely';

const RECORDED = 'recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL';
const PROJECT = 'project_id INTEGER NOT NULL REFERENCES project (id)';

/** Progress that is told: surveyed on a day, or by milestones with their weights. */
const STATEMENTS = [
  `ALTER TABLE project ADD COLUMN method_reason TEXT NOT NULL DEFAULT ''`,
  `CREATE TABLE surveyed_progress (
    id INTEGER PRIMARY KEY, ${PROJECT}, told_on INTEGER NOT NULL,
    complete_millionths INTEGER NOT NULL CHECK (complete_millionths BETWEEN 0 AND 1000000), reason TEXT NOT NULL, ${RECORDED}
  ) STRICT`,
  `CREATE INDEX surveyed_progress_project ON surveyed_progress (project_id, told_on, id)`,
  `CREATE TABLE milestone (
    id INTEGER PRIMARY KEY, ${PROJECT}, name TEXT NOT NULL, weight_millionths INTEGER NOT NULL CHECK (weight_millionths > 0),
    counts_on INTEGER NOT NULL, ${RECORDED}
  ) STRICT`,
  `CREATE INDEX milestone_project ON milestone (project_id)`,
  `CREATE TABLE milestone_stand (
    id INTEGER PRIMARY KEY, milestone_id INTEGER NOT NULL REFERENCES milestone (id), counts_on INTEGER NOT NULL,
    is_reached INTEGER NOT NULL CHECK (is_reached IN (0, 1)), reason TEXT NOT NULL, ${RECORDED}
  ) STRICT`,
  `CREATE INDEX milestone_stand_milestone ON milestone_stand (milestone_id, counts_on, id)`,
  ...['surveyed_progress', 'milestone', 'milestone_stand'].flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
