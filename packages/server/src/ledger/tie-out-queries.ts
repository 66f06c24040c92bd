import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import { settledKinds } from '@lowtide/core/documents/kinds.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import type { TieOut, TieOutName } from '@lowtide/core/ledger/tie-out.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';

type Sum = RawBuilder<unknown>;

/** Balance of the accounts with a role, debit positive, from the balances kept. */
function roleBalance(...roles: readonly string[]): Sum {
  return sql`(SELECT SUM(m.amount_cents) FROM account_month m JOIN account a ON a.id = m.account_id
    WHERE a.role IN (${sql.join(roles)}))`;
}

function typeBalance(...types: readonly string[]): Sum {
  return sql`(SELECT SUM(m.amount_cents) FROM account_month m JOIN account a ON a.id = m.account_id
    WHERE a.type IN (${sql.join(types)}))`;
}

function overProjects(measure: Sum): Sum {
  return sql`(SELECT SUM(${measure}) FROM project_month)`;
}

const NOT_REVERSED = sql`NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id)`;

/** What documents with clients, or with suppliers, that are not reversed still have open. */
function openDocuments(party: 'client' | 'supplier'): Sum {
  const kinds = sql.join([...settledKinds(party)]);
  return sql`(SELECT SUM(d.gross_cents) - ifnull((
      SELECT SUM(s.amount_cents) FROM settlement s JOIN document o ON o.id = s.document_id WHERE o.kind IN (${kinds})), 0)
    FROM document d WHERE d.kind IN (${kinds}) AND ${NOT_REVERSED})`;
}

/** Hours between two days at the rates they were posted at, and what their lines credited to labor clearing. */
function labor(from: number, through: number): readonly [Sum, Sum] {
  return [
    sql`(SELECT SUM(w.cost_cents) FROM worked_hours w JOIN document d ON d.id = w.document_id
      WHERE w.worked_on BETWEEN ${from} AND ${through} AND ${NOT_REVERSED})`,
    sql`(SELECT -SUM(l.amount_cents) FROM journal_line l JOIN journal_entry e ON e.id = l.id >> 20
      JOIN document d ON d.id = e.document_id
      WHERE l.account_id = (SELECT id FROM account WHERE role = 'labor-clearing') AND l.employee_id IS NOT NULL
        AND l.posted_on BETWEEN ${from} AND ${through} AND d.kind = 'hours' AND ${NOT_REVERSED})`,
  ];
}

function pairs(from: number, through: number): Readonly<Record<TieOutName, readonly [Sum, Sum]>> {
  return {
    entries: [sql`(SELECT SUM(amount_cents) FROM account_month)`, sql`0`],
    payable: [openDocuments('supplier'), sql`-${roleBalance('payable')}`],
    receivable: [openDocuments('client'), roleBalance('receivable')],
    wip: [overProjects(sql`held_cents`), roleBalance('wip', 'construction-in-progress')],
    revenue: [overProjects(sql`earned_cents`), sql`-${roleBalance('revenue')}`],
    billings: [
      sql`(SELECT SUM(json_extract(d.body, '$.figures.work')) FROM document d WHERE d.kind IN ('invoice', 'credit-note') AND ${NOT_REVERSED})`,
      sql`${overProjects(sql`billed_cents`)}`,
    ],
    contracts: [
      overProjects(sql`billed_cents - earned_cents`),
      sql`-${roleBalance('earned-unbilled', 'progress-billings')}`,
    ],
    labor: labor(from, through),
    'balance-sheet': [
      typeBalance('asset'),
      sql`-${typeBalance('liability', 'equity', 'revenue', 'cost-of-revenue', 'expense')}`,
    ],
  };
}

/** Changes with everything that is posted or settled; costs the same however large the books are. */
export async function postingMark(db: Db): Promise<string> {
  const { rows } = await sql<{ mark: string }>`
    SELECT (SELECT max(id) FROM journal_entry) || '/' || ifnull((SELECT max(id) FROM document), 0)
      || '/' || ifnull((SELECT max(id) FROM settlement), 0) || '/' || ifnull((SELECT max(id) FROM worked_hours), 0) AS mark`.execute(
    db,
  );
  return rows[0]?.mark ?? '';
}

/** Every tie-out, of the books as they are now; labor for one month, or for all of them where none is given. */
export async function tieOuts(db: Db, month: Month | null): Promise<readonly TieOut[]> {
  const from = month === null ? 0 : dayNumber(firstDay(month));
  const through = month === null ? Number.MAX_SAFE_INTEGER : dayNumber(lastDay(month));
  const named = Object.entries(pairs(from, through)) as [TieOutName, readonly [Sum, Sum]][];
  const columns = named.flatMap(([, [one, other]], place) => [
    sql`ifnull(${one}, 0) AS ${sql.ref(`one${place}`)}`,
    sql`ifnull(${other}, 0) AS ${sql.ref(`other${place}`)}`,
  ]);
  const { rows } = await sql<Record<string, number>>`SELECT ${sql.join(columns)}`.execute(db);
  const row = rows[0] ?? {};
  return named.map(([name], place) => ({
    name,
    one: cents(row[`one${place}`] ?? 0),
    other: cents(row[`other${place}`] ?? 0),
  }));
}
