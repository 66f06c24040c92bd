import { sql, type QueryExecutorProvider } from 'kysely';

const ID = 'id INTEGER PRIMARY KEY';
const DOCUMENT = 'document_id INTEGER NOT NULL REFERENCES document (id)';
const LINE = 'line_id INTEGER REFERENCES scheduled_value (id)';
const PROJECT = 'project_id INTEGER NOT NULL REFERENCES project (id)';
const KEPT = ['scheduled_coding', 'billed_value', 'application', 'asked_value', 'certificate'] as const;

/** What was billed of the lines of schedules of values, what was asked for and certified, and what is agreed of retention. */
const STATEMENTS = [
  `CREATE TABLE scheduled_coding (
    ${ID}, scheduled_value_id INTEGER NOT NULL REFERENCES scheduled_value (id), ${PROJECT},
    phase_id INTEGER REFERENCES phase (id), cost_code_id INTEGER NOT NULL REFERENCES cost_code (id), cost_type TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX scheduled_coding_value ON scheduled_coding (scheduled_value_id)`,
  // What was approved before is told by its section, its phase, or the section and text of its only line.
  `INSERT INTO scheduled_coding (scheduled_value_id, project_id, phase_id, cost_code_id, cost_type)
    SELECT DISTINCT s.id, a.project_id, l.phase_id, l.cost_code_id, l.cost_type
    FROM scheduled_value s JOIN approval a ON a.id = s.approval_id JOIN estimate_line l ON l.approval_id = a.id
    LEFT JOIN phase h ON h.id = l.phase_id
    WHERE l.cost_code_id IS NOT NULL AND l.cost_type IS NOT NULL
      AND s.name IN (l.section, h.code || ' ' || h.name, l.section || ': ' || l.text, l.text)`,
  `CREATE TABLE billed_value (
    ${ID}, ${DOCUMENT}, ${PROJECT}, invoice_id INTEGER NOT NULL REFERENCES document (id), ${LINE},
    work_cents INTEGER NOT NULL, stored_cents INTEGER NOT NULL, withheld_cents INTEGER NOT NULL, released_cents INTEGER NOT NULL
  ) STRICT`,
  ...['project', 'document', 'invoice'].map((of) => `CREATE INDEX billed_value_${of} ON billed_value (${of}_id)`),
  `CREATE TABLE application (
    document_id INTEGER PRIMARY KEY REFERENCES document (id), ${PROJECT},
    ordinal INTEGER NOT NULL, version INTEGER NOT NULL, through_on INTEGER NOT NULL,
    replaces_id INTEGER REFERENCES document (id)
  ) STRICT`,
  `CREATE INDEX application_project ON application (project_id)`,
  `CREATE INDEX application_replaces ON application (replaces_id) WHERE replaces_id IS NOT NULL`,
  `CREATE TABLE asked_value (
    ${ID}, ${DOCUMENT}, ${LINE},
    work_cents INTEGER NOT NULL, stored_cents INTEGER NOT NULL, may_exceed INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX asked_value_document ON asked_value (document_id)`,
  `CREATE TABLE certificate (
    document_id INTEGER PRIMARY KEY REFERENCES document (id),
    application_id INTEGER NOT NULL REFERENCES document (id)
  ) STRICT`,
  `CREATE INDEX certificate_application ON certificate (application_id)`,
  ...KEPT.flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
  `ALTER TABLE project ADD COLUMN retention TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE project ADD COLUMN retention_stored_millionths INTEGER`,
  `ALTER TABLE project ADD COLUMN retention_by TEXT NOT NULL DEFAULT 'the whole schedule'`,
  `ALTER TABLE project ADD COLUMN retention_reduces TEXT NOT NULL DEFAULT 'what follows'`,
  `ALTER TABLE project ADD COLUMN retention_due_days INTEGER`,
  `ALTER TABLE project ADD COLUMN applications_post TEXT NOT NULL DEFAULT 'when certified'`,
  `ALTER TABLE tax_code ADD COLUMN on_retention TEXT NOT NULL DEFAULT 'with the invoice'`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  const { rows: projects } = await sql<{ id: number }>`
    SELECT DISTINCT project_id AS id FROM document WHERE kind = 'invoice' AND project_id IS NOT NULL`.execute(db);
  for (const { id } of projects) await splitInvoices(db, id);
}

interface Billed {
  readonly id: number;
  readonly kind: string;
  readonly body: string;
  readonly reversed: number;
}

/** What earlier invoices of a project billed, by what was left of each line of its schedule then; credits in the shares of their invoice. */
async function splitInvoices(db: QueryExecutorProvider, project: number): Promise<void> {
  const { rows: lines } = await sql<{ id: number; value: number }>`SELECT s.id, s.amount_cents AS value
    FROM scheduled_value s JOIN approval a ON a.id = s.approval_id WHERE a.project_id = ${project}
      AND a.id NOT IN (SELECT approval_id FROM withdrawal) ORDER BY s.id`.execute(db);
  const { rows } = await sql<Billed>`SELECT d.id, d.kind, d.body,
      EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id) AS reversed
    FROM document d WHERE d.project_id = ${project} AND d.kind IN ('invoice', 'credit-note') ORDER BY d.id`.execute(db);
  const left = new Map(lines.map(({ id, value }) => [id, value]));
  const shares = new Map<number, readonly (readonly [number | null, number])[]>();
  for (const { id, kind, body, reversed } of rows) {
    const { of, figures } = JSON.parse(body) as { readonly of?: number; readonly figures: { readonly work: number } };
    const invoice = kind === 'credit-note' ? (of ?? id) : id;
    const weights = kind === 'credit-note' ? (shares.get(invoice) ?? []) : [...left].filter(([, rest]) => rest > 0);
    const parts = shared(figures.work, weights);
    if (kind === 'invoice') shares.set(id, parts);
    for (const [line, work] of parts) {
      await sql`INSERT INTO billed_value (document_id, project_id, invoice_id, line_id, work_cents, stored_cents, withheld_cents, released_cents)
        VALUES (${id}, ${project}, ${invoice}, ${line}, ${work}, 0, 0, 0)`.execute(db);
      if (line !== null && reversed === 0) left.set(line, (left.get(line) ?? 0) - work);
    }
  }
}

/** Largest remainder, ties to the earlier; of no line where there is none. */
function shared(
  amount: number,
  weights: readonly (readonly [number | null, number])[],
): readonly (readonly [number | null, number])[] {
  const total = weights.reduce((sum, [, weight]) => sum + weight, 0);
  if (total === 0) return [[null, amount]];
  const parts = weights.map(([line, weight], index) => {
    const exact = (Math.abs(amount) * weight) / total;
    return { line, index, part: Math.floor(exact), rest: exact - Math.floor(exact) };
  });
  let left = Math.abs(amount) - parts.reduce((sum, { part }) => sum + part, 0);
  for (const share of [...parts].sort((one, other) => other.rest - one.rest || one.index - other.index)) {
    if (left <= 0) break;
    share.part += 1;
    left -= 1;
  }
  return parts
    .map(({ line, part }): [number | null, number] => [line, Math.sign(amount) * part])
    .filter(([, part]) => part !== 0);
}
