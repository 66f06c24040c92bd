import { sql, type QueryExecutorProvider } from 'kysely';

/** Accounts for roles that books did not have; the code is another one where it is taken. */
const account = ([code, name, type, role]: readonly string[]): string =>
  `INSERT INTO account (code, name, type, role)
    SELECT CASE WHEN EXISTS (SELECT 1 FROM account WHERE code = '${code}') THEN '${code}-${role}' ELSE '${code}' END,
      '${name}', '${type}', '${role}'
    WHERE EXISTS (SELECT 1 FROM company) AND NOT EXISTS (SELECT 1 FROM account WHERE role = '${role}')`;

const ID = 'id INTEGER PRIMARY KEY';
const DOCUMENT = 'document_id INTEGER NOT NULL REFERENCES document (id)';
const ORDER_LINE = 'order_line_id INTEGER NOT NULL REFERENCES order_line (id)';
const KEPT = ['order_version', 'order_line', 'ordered', 'received', 'billed', 'retained'] as const;
const POLICIES = ['quantity_warn', 'quantity_refuse', 'price_warn', 'price_refuse'];

/**
 * Orders and subcontracts with their versions; what of their lines was ordered, received and billed, by the document that did it;
 * what was withheld from suppliers and released to them; the company's policies for both.
 */
const STATEMENTS = [
  `CREATE TABLE order_version (
    document_id INTEGER PRIMARY KEY REFERENCES document (id),
    order_id INTEGER NOT NULL REFERENCES document (id),
    version INTEGER NOT NULL,
    retention_millionths INTEGER NOT NULL,
    deliver_to TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX order_version_of ON order_version (order_id)`,
  `CREATE TABLE order_line (
    ${ID},
    order_id INTEGER NOT NULL REFERENCES document (id),
    place INTEGER NOT NULL,
    project_id INTEGER REFERENCES project (id),
    phase_id INTEGER REFERENCES phase (id),
    cost_code_id INTEGER REFERENCES cost_code (id),
    cost_type TEXT,
    account_id INTEGER REFERENCES account (id),
    UNIQUE (order_id, place)
  ) STRICT`,
  `CREATE INDEX order_line_project ON order_line (project_id) WHERE project_id IS NOT NULL`,
  `CREATE TABLE ordered (
    ${ID}, ${DOCUMENT}, ${ORDER_LINE},
    quantity_e4 INTEGER NOT NULL, net_cents INTEGER NOT NULL, cost_cents INTEGER NOT NULL,
    price_e4 INTEGER NOT NULL, unit TEXT NOT NULL, text TEXT NOT NULL,
    tax_code_id INTEGER REFERENCES tax_code (id), wanted_on INTEGER
  ) STRICT`,
  `CREATE TABLE received (
    ${ID}, ${DOCUMENT}, ${ORDER_LINE},
    quantity_e4 INTEGER NOT NULL, net_cents INTEGER NOT NULL, accrued_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE TABLE billed (
    ${ID}, ${DOCUMENT}, ${ORDER_LINE},
    quantity_e4 INTEGER NOT NULL, net_cents INTEGER NOT NULL, cost_cents INTEGER NOT NULL, released_cents INTEGER NOT NULL
  ) STRICT`,
  ...['ordered', 'received', 'billed'].flatMap((table) => [
    `CREATE INDEX ${table}_line ON ${table} (order_line_id)`,
    `CREATE INDEX ${table}_document ON ${table} (document_id)`,
  ]),
  `CREATE TABLE retained (
    ${ID}, ${DOCUMENT},
    party_id INTEGER NOT NULL REFERENCES party (id),
    order_id INTEGER REFERENCES document (id),
    amount_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX retained_party ON retained (party_id)`,
  `CREATE INDEX retained_document ON retained (document_id)`,
  `ALTER TABLE company ADD COLUMN accrue_on_receipt INTEGER NOT NULL DEFAULT 0`,
  ...POLICIES.map((name) => `ALTER TABLE company ADD COLUMN ${name}_millionths INTEGER`),
  `UPDATE company SET quantity_warn_millionths = 0, price_warn_millionths = 0`,
  ...KEPT.flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
  ...[
    ['1250', 'Deposits paid to suppliers', 'asset', 'supplier-deposits'],
    ['2020', 'Retention payable', 'liability', 'retention-payable'],
    ['2030', 'Received, not billed', 'liability', 'received-not-billed'],
    ['2050', 'Owed to employees', 'liability', 'owed-to-employees'],
  ].map(account),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
