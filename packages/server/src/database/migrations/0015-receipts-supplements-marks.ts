import { sql, type QueryExecutorProvider } from 'kysely';

const neverChanged = (table: string): readonly string[] => [
  `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
  `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
];

/**
 * What a bill took over is told by receipt, with how much of the line it was; a version says whether it closed its order; a payroll names
 * the one it adds to; budget lines are marked as carried at zero margin; a contract change says whether it is of a cancelled contract; a
 * message keeps what it said; files say who brought them; tokens end.
 */
const BEFORE = [
  `ALTER TABLE received ADD COLUMN accrued_measure INTEGER NOT NULL DEFAULT 0`,
  `CREATE TABLE taken_over (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    order_line_id INTEGER NOT NULL REFERENCES order_line (id),
    received_id INTEGER NOT NULL REFERENCES received (id),
    measure INTEGER NOT NULL,
    cost_cents INTEGER NOT NULL,
    taken_on INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX taken_over_line ON taken_over (order_line_id)`,
  `CREATE INDEX taken_over_document ON taken_over (document_id)`,
  `CREATE INDEX taken_over_received ON taken_over (received_id)`,
  `ALTER TABLE payroll ADD COLUMN supplement_to INTEGER REFERENCES document (id)`,
  `CREATE INDEX payroll_supplement ON payroll (supplement_to) WHERE supplement_to IS NOT NULL`,
  `ALTER TABLE order_version ADD COLUMN closes INTEGER NOT NULL DEFAULT 0`,
  `CREATE TABLE zero_margin_mark (
    id INTEGER PRIMARY KEY,
    budget_line_id INTEGER NOT NULL REFERENCES budget_line (id),
    marked INTEGER NOT NULL CHECK (marked IN (0, 1)),
    counts_from INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX zero_margin_mark_line ON zero_margin_mark (budget_line_id, id)`,
  `ALTER TABLE supplier_message ADD COLUMN said TEXT`,
  `ALTER TABLE imported_file ADD COLUMN recorded_by TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE access_token ADD COLUMN ends_at INTEGER NOT NULL DEFAULT 0`,
  `UPDATE access_token SET ends_at = made_at + ${365 * 24 * 3_600_000}`,
  `DELETE FROM sign_in_try`,
  `ALTER TABLE estimate ADD COLUMN dropped INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE contract_change ADD COLUMN cancels INTEGER NOT NULL DEFAULT 0`,
  `DROP TRIGGER contract_change_is_never_changed`,
  `UPDATE contract_change SET cancels = 1 WHERE reason = 'Cancelled' AND approval_id IS NULL`,
  `DROP TRIGGER received_is_never_changed`,
  `DROP TRIGGER order_version_is_never_changed`,
  `UPDATE order_version SET closes = 1 WHERE document_id IN
    (SELECT id FROM document WHERE kind = 'order-change' AND json_extract(body, '$.closes') IS NOT NULL)`,
];
const AFTER = [
  `UPDATE books_total SET planned_cents = planned_cents
    + (SELECT ifnull(SUM(max(abs(net_cents), abs(cost_cents))), 0) FROM ordered)
    + (SELECT ifnull(SUM(abs(net_cents)), 0) FROM received)`,
  `ALTER TABLE billed DROP COLUMN released_cents`,
  ...neverChanged('contract_change').slice(0, 1),
  ...neverChanged('received').slice(0, 1),
  ...neverChanged('order_version').slice(0, 1),
  ...neverChanged('taken_over'),
  ...neverChanged('zero_margin_mark'),
];

interface Move {
  readonly id: number;
  readonly document: number;
  readonly line: number;
  readonly measure: number;
  readonly posted: number;
  /** Accrued by a receipt, taken over by a bill. */
  readonly cost: number;
  readonly is_receipt: number;
  readonly reversed_by: number | null;
}

interface Receipt {
  readonly id: number;
  readonly document: number;
  measure: number;
  cost: number;
}

interface Taken {
  readonly receipt: Receipt;
  readonly measure: number;
  readonly cost: number;
}

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of BEFORE) await sql.raw(statement).execute(db);
  const moves = await movesOf(db);
  for (const line of new Set(moves.map((move) => move.line))) {
    await tellByReceipt(
      db,
      moves.filter((move) => move.line === line),
    );
  }
  for (const statement of AFTER) await sql.raw(statement).execute(db);
}

async function movesOf(db: QueryExecutorProvider): Promise<readonly Move[]> {
  const isCounted = `EXISTS (SELECT 1 FROM ordered o WHERE o.order_line_id = m.order_line_id AND o.quantity_e4 <> 0)`;
  const of = (table: string, cost: string, isReceipt: 0 | 1): string =>
    `SELECT m.id, m.document_id AS document, m.order_line_id AS line, d.posted_on AS posted, ${cost} AS cost, ${isReceipt} AS is_receipt,
      CASE WHEN ${isCounted} THEN m.quantity_e4 ELSE m.net_cents END AS measure,
      (SELECT r.id FROM document r WHERE r.reverses_id = m.document_id) AS reversed_by
    FROM ${table} m JOIN document d ON d.id = m.document_id`;
  const { rows } = await sql
    .raw<Move>(`${of('received', 'm.accrued_cents', 1)} UNION ALL ${of('billed', 'm.released_cents', 0)}`)
    .execute(db);
  return rows;
}

/** One line of an order, move by move as they were recorded: what bills took over came of the first receipts. */
async function tellByReceipt(db: QueryExecutorProvider, moves: readonly Move[]): Promise<void> {
  const happened = moves
    .flatMap((move) => [
      { at: move.document, move, isBack: false },
      ...(move.reversed_by === null ? [] : [{ at: move.reversed_by, move, isBack: true }]),
    ])
    .sort((one, other) => one.at - other.at);
  const receipts: Receipt[] = [];
  const taken = new Map<Move, readonly Taken[]>();
  let waiting = 0;
  for (const { move, isBack } of happened) {
    waiting += (isBack ? -1 : 1) * (move.is_receipt === 1 ? move.measure : -move.measure);
    if (move.is_receipt === 1) {
      if (isBack) receipts.splice(0, receipts.length, ...receipts.filter(({ id }) => id !== move.id));
      else if (move.cost !== 0) receipts.push(await accrued(db, move, waiting - sumOf(receipts)));
    } else if (isBack) giveBack(taken.get(move) ?? []);
    else taken.set(move, takeFirst(receipts, move.cost));
  }
  for (const [move, parts] of taken) for (const part of parts) await insertTaken(db, move, part);
}

const sumOf = (receipts: readonly Receipt[]): number => receipts.reduce((all, { measure }) => all + measure, 0);

async function accrued(db: QueryExecutorProvider, move: Move, waiting: number): Promise<Receipt> {
  const measure = waiting > 0 && waiting < move.measure ? waiting : move.measure;
  await sql`UPDATE received SET accrued_measure = CAST(${measure} AS INTEGER) WHERE id = ${move.id}`.execute(db);
  return { id: move.id, document: move.document, measure, cost: move.cost };
}

function takeFirst(receipts: readonly Receipt[], cost: number): readonly Taken[] {
  const taken: Taken[] = [];
  let left = cost;
  for (const receipt of receipts) {
    const part = Math.min(left, receipt.cost);
    if (part <= 0) continue;
    const measure = part === receipt.cost ? receipt.measure : Math.floor((receipt.measure / receipt.cost) * part);
    taken.push({ receipt, measure, cost: part });
    receipt.cost -= part;
    receipt.measure -= measure;
    left -= part;
  }
  return taken;
}

function giveBack(taken: readonly Taken[]): void {
  for (const { receipt, measure, cost } of taken) {
    receipt.cost += cost;
    receipt.measure += measure;
  }
}

async function insertTaken(db: QueryExecutorProvider, move: Move, { receipt, measure, cost }: Taken): Promise<void> {
  await sql`INSERT INTO taken_over (document_id, order_line_id, received_id, measure, cost_cents, taken_on)
    VALUES (${move.document}, ${move.line}, ${receipt.id}, CAST(${measure} AS INTEGER), CAST(${cost} AS INTEGER), ${move.posted})`.execute(
    db,
  );
}
