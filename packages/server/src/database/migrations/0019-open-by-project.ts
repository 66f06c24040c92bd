import { sql, type QueryExecutorProvider } from 'kysely';

/** Accounts for roles that books did not have; the code is another one where it is taken. */
const account = ([code, name, type, role]: readonly string[]): string =>
  `INSERT INTO account (code, name, type, role)
    SELECT CASE WHEN EXISTS (SELECT 1 FROM account WHERE code = '${code}') THEN '${code}-${role}' ELSE '${code}' END,
      '${name}', '${type}', '${role}'
    WHERE EXISTS (SELECT 1 FROM company) AND NOT EXISTS (SELECT 1 FROM account WHERE role = '${role}')`;

const CHANGED = ['journal_line', 'settlement', 'retained'] as const;

/** What receivables, payables and retention are of which project; accounts for what clients hold back and pay ahead. */
const STATEMENTS = [
  ...[
    ['1210', 'Retention receivable', 'asset', 'retention-receivable'],
    ['2350', 'Client deposits', 'liability', 'client-deposits'],
    ['6800', 'Bad debts', 'expense', 'bad-debts'],
    ['6850', 'Receipt differences', 'expense', 'receipt-differences'],
  ].map(account),
  `ALTER TABLE project_month ADD COLUMN retained_cents INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE project_month ADD COLUMN deposit_cents INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE settlement ADD COLUMN project_id INTEGER REFERENCES project (id)`,
  `ALTER TABLE retained ADD COLUMN project_id INTEGER REFERENCES project (id)`,
  ...CHANGED.map((table) => `DROP TRIGGER ${table}_is_never_changed`),
];

type Project = number | null;
type Parts = ReadonlyMap<Project, number>;

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  await splitInvoices(db);
  await splitBills(db);
  await splitSettlements(db);
  await sql
    .raw(
      `INSERT INTO project_coding_month (project_id, account_id, month, phase_id, cost_code_id, cost_type, amount_cents, quantity_e4)
      SELECT l.project_id, l.account_id, e.month, 0, 0, '', SUM(l.amount_cents), 0
      FROM journal_line l JOIN journal_entry e ON e.id = l.id >> 20
      WHERE l.project_id IS NOT NULL AND l.cost_code_id IS NULL
        AND l.account_id IN (SELECT id FROM account WHERE role IN ('receivable', 'payable', 'retention-payable'))
      GROUP BY 1, 2, 3
      ON CONFLICT DO UPDATE SET amount_cents = excluded.amount_cents`,
    )
    .execute(db);
  for (const table of CHANGED) {
    await sql
      .raw(
        `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table}
          BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
      )
      .execute(db);
  }
}

/** Invoices and credit notes to clients, and what took them back, are of one project. */
async function splitInvoices(db: QueryExecutorProvider): Promise<void> {
  await sql
    .raw(
      `UPDATE journal_line SET project_id = of.project_id FROM (
        SELECT e.id AS entry, ifnull(o.project_id, d.project_id) AS project_id FROM document d
        LEFT JOIN document o ON o.id = d.reverses_id JOIN journal_entry e ON e.document_id = d.id
        WHERE ifnull(o.kind, d.kind) IN ('invoice', 'credit-note')) of
      WHERE journal_line.id >= of.entry << 20 AND journal_line.id < (of.entry + 1) << 20 AND journal_line.project_id IS NULL
        AND account_id IN (SELECT id FROM account WHERE role = 'receivable')`,
    )
    .execute(db);
}

interface BillRow {
  readonly id: number;
  readonly bill: number;
  readonly body: string;
}

/** What is owed of bills, and what is withheld of them, by the gross of their lines; what took them back likewise. */
async function splitBills(db: QueryExecutorProvider): Promise<void> {
  const { rows: projects } = await sql<{ id: number; code: string }>`SELECT id, code FROM project`.execute(db);
  const known = new Map(projects.map(({ id, code }) => [code, id]));
  const { rows } = await sql<BillRow>`SELECT d.id, ifnull(o.id, d.id) AS bill, ifnull(o.body, d.body) AS body
    FROM document d LEFT JOIN document o ON o.id = d.reverses_id WHERE ifnull(o.kind, d.kind) IN ('bill', 'spend')
    ORDER BY d.id`.execute(db);
  for (const { id, bill, body } of rows) {
    const parts = billedBy(body, known);
    for (const line of await linesOn(db, id, ['payable', 'retention-payable'])) await splitLine(db, line, parts);
    if (id !== bill) continue;
    const { rows: held } = await sql<{ id: number; amount: number }>`
      SELECT id, amount_cents AS amount FROM retained WHERE document_id = ${id} ORDER BY id`.execute(db);
    for (const row of held) await splitRow(db, 'retained', row, parts);
  }
  const { rows: released } = await sql<{ id: number; order: number; amount: number; document: number }>`
    SELECT m.id, m.order_id AS "order", m.amount_cents AS amount, d.id AS document FROM retained m
    JOIN document d ON d.id = m.document_id WHERE d.kind = 'retention-release' ORDER BY m.id`.execute(db);
  for (const row of released) {
    const { rows: held } = await sql<{ project: Project; amount: number }>`
      SELECT project_id AS project, SUM(amount_cents) AS amount FROM retained
      WHERE order_id = ${row.order} AND id < ${row.id} GROUP BY 1`.execute(db);
    const parts = new Map(held.map(({ project, amount }) => [project, amount]));
    await splitRow(db, 'retained', row, parts);
    const { rows: documents } = await sql<{ id: number }>`
      SELECT id FROM document WHERE id = ${row.document} OR reverses_id = ${row.document}`.execute(db);
    for (const { id } of documents) {
      for (const line of await linesOn(db, id, ['payable', 'retention-payable'])) await splitLine(db, line, parts);
    }
  }
}

interface KeptBill {
  readonly figures?: {
    readonly lines?: readonly { readonly net: number; readonly taxMillionths: number; readonly project: string }[];
  };
}

/** What a bill came to by project, as it was kept with it. */
function billedBy(body: string, known: ReadonlyMap<string, number>): Parts {
  const { figures } = JSON.parse(body) as KeptBill;
  const parts = new Map<Project, number>();
  for (const { net, taxMillionths, project } of figures?.lines ?? []) {
    const of = known.get(project) ?? null;
    parts.set(of, (parts.get(of) ?? 0) + net + Math.round((net * taxMillionths) / 1_000_000));
  }
  return parts;
}

/** What payments, receipts and credits settled, by what was open of each project then; their lines follow. */
async function splitSettlements(db: QueryExecutorProvider): Promise<void> {
  const { rows } = await sql<{ id: number; document: number; by: number; amount: number }>`
    SELECT id, document_id AS document, by_document_id AS "by", amount_cents AS amount FROM settlement
    WHERE by_document_id <> document_id ORDER BY id`.execute(db);
  const settled = new Map<number, Map<Project, number>>();
  for (const row of rows) {
    const { rows: posted } = await sql<{ project: Project; amount: number }>`
      SELECT l.project_id AS project, SUM(CASE WHEN a.role = 'receivable' THEN 1 ELSE -1 END * l.amount_cents) AS amount
      FROM journal_entry e JOIN journal_line l ON l.id >= e.id << 20 AND l.id < (e.id + 1) << 20
      JOIN account a ON a.id = l.account_id AND a.role IN ('receivable', 'payable')
      WHERE e.document_id = ${row.document} GROUP BY 1`.execute(db);
    const before = settled.get(row.document) ?? new Map<Project, number>();
    const open = posted.map(({ project, amount }) => ({ project, amount: amount - (before.get(project) ?? 0) }));
    const isOpen = open.some(({ amount }) => amount !== 0);
    const parts = new Map((isOpen ? open : posted).map(({ project, amount }) => [project, amount]));
    await splitRow(db, 'settlement', row, parts);
    for (const { project, amount } of shared(row.amount, parts)) {
      before.set(project, (before.get(project) ?? 0) + amount);
    }
    settled.set(row.document, before);
    const lines = await linesOn(db, row.by, ['receivable', 'payable']);
    const line = lines.filter(({ isSplit }) => !isSplit)[0];
    if (line !== undefined && Math.abs(line.amount) === Math.abs(row.amount)) await splitLine(db, line, parts);
  }
}

interface AccountLine {
  readonly id: number;
  readonly amount: number;
  readonly isSplit: boolean;
}

async function linesOn(db: QueryExecutorProvider, document: number, roles: readonly string[]) {
  const { rows } = await sql<{ id: number; amount: number; project: Project }>`
    SELECT l.id, l.amount_cents AS amount, l.project_id AS project FROM journal_entry e
    JOIN journal_line l ON l.id >= e.id << 20 AND l.id < (e.id + 1) << 20
    JOIN account a ON a.id = l.account_id AND a.role IN (${sql.join([...roles])})
    WHERE e.document_id = ${document} ORDER BY l.id`.execute(db);
  return rows.map(({ id, amount, project }): AccountLine => ({ id, amount, isSplit: project !== null }));
}

/** The line becomes one for each project, the first in its place and the others at the end of its entry. */
async function splitLine(db: QueryExecutorProvider, line: AccountLine, parts: Parts): Promise<void> {
  if (line.isSplit) return;
  const [first, ...others] = shared(line.amount, parts);
  if (first === undefined) return;
  await sql`UPDATE journal_line SET project_id = ${first.project}, amount_cents = ${first.amount}
    WHERE id = ${line.id}`.execute(db);
  for (const { project, amount } of others) {
    await sql`INSERT INTO journal_line (id, posted_on, account_id, amount_cents, quantity_e4, project_id, phase_id,
        cost_code_id, cost_type, party_id, employee_id, text)
      SELECT (SELECT MAX(id) + 1 FROM journal_line WHERE id >= (${line.id} >> 20) << 20 AND id < ((${line.id} >> 20) + 1) << 20),
        posted_on, account_id, ${amount}, 0, ${project}, NULL, NULL, NULL, party_id, employee_id, text
      FROM journal_line WHERE id = ${line.id}`.execute(db);
  }
}

async function splitRow(
  db: QueryExecutorProvider,
  table: 'settlement' | 'retained',
  row: { readonly id: number; readonly amount: number },
  parts: Parts,
): Promise<void> {
  const [first, ...others] = shared(row.amount, parts);
  if (first === undefined) return;
  const of = table === 'settlement' ? 'document_id, by_document_id' : 'document_id, party_id, order_id';
  await sql`UPDATE ${sql.table(table)} SET project_id = ${first.project}, amount_cents = ${first.amount}
    WHERE id = ${row.id}`.execute(db);
  for (const { project, amount } of others) {
    await sql`INSERT INTO ${sql.table(table)} (${sql.raw(of)}, amount_cents, project_id)
      SELECT ${sql.raw(of)}, ${amount}, ${project} FROM ${sql.table(table)} WHERE id = ${row.id}`.execute(db);
  }
}

/** Largest remainder, ties to the earlier; all of it is nobody's where the parts come to nothing. */
function shared(amount: number, parts: Parts): readonly { readonly project: Project; readonly amount: number }[] {
  const all = [...parts];
  const total = all.reduce((sum, [, part]) => sum + part, 0);
  if (total === 0) return [];
  const shares = all.map(([project, part], index) => {
    const exact = (Math.abs(amount) * part) / total;
    return { project, index, part: Math.floor(exact), rest: exact - Math.floor(exact) };
  });
  let left = Math.abs(amount) - shares.reduce((sum, { part }) => sum + part, 0);
  for (const share of [...shares].sort((one, other) => other.rest - one.rest || one.index - other.index)) {
    if (left <= 0) break;
    share.part += 1;
    left -= 1;
  }
  return shares
    .map(({ project, part }) => ({ project, amount: Math.sign(amount) * part }))
    .filter((share) => share.amount !== 0);
}
