import { sql, type QueryExecutorProvider } from 'kysely';

/** Forecasts of a month that are asked for, what whoever leads a project told, and what was decided of it. */
const KEPT = ['forecast_round', 'told_forecast', 'told_forecast_decision'];

const STATEMENTS = [
  `CREATE TABLE forecast_round (
    id INTEGER PRIMARY KEY, month INTEGER NOT NULL, limit_millionths INTEGER NOT NULL CHECK (limit_millionths >= 0),
    recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX forecast_round_month ON forecast_round (month, id)`,
  `CREATE TABLE told_forecast (
    id INTEGER PRIMARY KEY, project_id INTEGER NOT NULL REFERENCES project (id), month INTEGER NOT NULL,
    rows TEXT NOT NULL CHECK (json_valid (rows)), text TEXT NOT NULL,
    before_cents INTEGER NOT NULL, estimate_cents INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX told_forecast_project ON told_forecast (project_id, month, id)`,
  `CREATE TABLE told_forecast_decision (
    id INTEGER PRIMARY KEY, told_forecast_id INTEGER NOT NULL UNIQUE REFERENCES told_forecast (id),
    decision TEXT NOT NULL CHECK (decision IN ('taken over', 'sent back')), reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  ...KEPT.flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
