import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import { settledKinds } from '@lowtide/core/documents/kinds.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import type { TieOut, TieOutName } from '@lowtide/core/ledger/tie-out.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { LINES_PER_ENTRY } from './line-number-queries.ts';

/** The last row of everything that documents leave behind. None of it ever loses a row. */
export interface PostingMark {
  readonly entry: number;
  readonly document: number;
  readonly settlement: number;
  readonly hours: number;
  readonly received: number;
  readonly taken_over: number;
  readonly retained: number;
}

/** Before the first posting. */
export const BEGINNING: PostingMark = {
  ...{ entry: 0, document: 0, settlement: 0, hours: 0, received: 0, taken_over: 0, retained: 0 },
};

export async function postingMark(db: Db): Promise<PostingMark> {
  const { rows } = await sql<PostingMark>`SELECT
    (SELECT ifnull(MAX(id), 0) FROM journal_entry) AS entry,
    (SELECT ifnull(MAX(id), 0) FROM document) AS document,
    (SELECT ifnull(MAX(id), 0) FROM settlement) AS settlement,
    (SELECT ifnull(MAX(id), 0) FROM worked_hours) AS hours,
    (SELECT ifnull(MAX(id), 0) FROM received) AS received,
    (SELECT ifnull(MAX(id), 0) FROM taken_over) AS taken_over,
    (SELECT ifnull(MAX(id), 0) FROM retained) AS retained`.execute(db);
  return rows[0] ?? BEGINNING;
}

/** One side of a tie-out: a balance that is kept, or a sum that later rows only add to. */
type Side = { readonly kept: RawBuilder<unknown> } | { readonly added: RawBuilder<unknown> };

/** Balance of the accounts with a role, debit positive, from the balances kept. */
function roleBalance(...roles: readonly string[]): RawBuilder<unknown> {
  return sql`(SELECT SUM(m.amount_cents) FROM account_month m JOIN account a ON a.id = m.account_id
    WHERE a.role IN (${sql.join(roles)}))`;
}

function typeBalance(...types: readonly string[]): RawBuilder<unknown> {
  return sql`(SELECT SUM(m.amount_cents) FROM account_month m JOIN account a ON a.id = m.account_id
    WHERE a.type IN (${sql.join(types)}))`;
}

function overProjects(measure: RawBuilder<unknown>): RawBuilder<unknown> {
  return sql`(SELECT SUM(${measure}) FROM project_month)`;
}

/** Of documents \`d\` since the mark, an amount of each; of those reversed since, the same taken off again. */
function standing(amount: RawBuilder<unknown>, kinds: readonly string[], since: PostingMark): RawBuilder<unknown> {
  const those = sql`d.kind IN (${sql.join([...kinds])})`;
  return sql`(ifnull((SELECT SUM(${amount}) FROM document d WHERE ${those} AND d.id > ${since.document}), 0)
    - ifnull((SELECT SUM(${amount}) FROM document r CROSS JOIN document d ON d.id = r.reverses_id
        WHERE r.reverses_id IS NOT NULL AND r.id > ${since.document} AND ${those}), 0))`;
}

/** What documents that are open on an account and not reversed still have open. */
function openDocuments(on: Parameters<typeof settledKinds>[0], since: PostingMark): Side {
  const kinds = settledKinds(on);
  return {
    added: sql`(${standing(sql`d.gross_cents`, kinds, since)} - ifnull((
      SELECT SUM(s.amount_cents) FROM settlement s CROSS JOIN document o ON o.id = s.document_id
      WHERE s.id > ${since.settlement} AND o.kind IN (${sql.join([...kinds])})), 0))`,
  };
}

/** Of rows that documents left since the mark, an amount of each; of documents reversed since, the same taken off again. */
function left(table: 'received' | 'taken_over' | 'retained', column: string, since: PostingMark): RawBuilder<unknown> {
  const amount = sql`SUM(${sql.ref(`m.${column}`)})`;
  return sql`(ifnull((SELECT ${amount} FROM ${sql.table(table)} m WHERE m.id > ${since[table]}), 0)
    - ifnull((SELECT ${amount} FROM document r CROSS JOIN ${sql.table(table)} m ON m.document_id = r.reverses_id
        WHERE r.reverses_id IS NOT NULL AND r.id > ${since.document}), 0))`;
}

/** Which days of labor are looked at, and since when. */
interface LaborSince {
  readonly from: number;
  readonly through: number;
  readonly since: PostingMark;
}

/** Hours between two days at the rates they were posted at, and what their lines credited to labor clearing. */
function labor({ from, through, since }: LaborSince): readonly [Side, Side] {
  const worked = sql`SUM(w.cost_cents - w.overhead_cents) FROM worked_hours w`;
  // All of it is found by day and account, what came since by its number: a plus keeps SQLite from the other way.
  const later = since.entry > 0 ? sql`+` : sql``;
  const between = (day: RawBuilder<unknown>) => sql`${day} BETWEEN ${from} AND ${through}`;
  const credited = sql`${later}l.account_id = (SELECT id FROM account WHERE role = 'labor-clearing')
    AND l.employee_id IS NOT NULL AND ${between(sql`${later}l.posted_on`)}`;
  const reversed = sql`document r CROSS JOIN document d ON d.id = r.reverses_id AND d.kind = 'hours'`;
  const reversedSince = sql`r.reverses_id IS NOT NULL AND r.id > ${since.document}`;
  const firstLine = (since.entry + 1) * LINES_PER_ENTRY;
  return [
    {
      added: sql`(ifnull((SELECT ${worked} WHERE w.id > ${since.hours} AND ${between(sql`${later}w.worked_on`)}), 0)
        - ifnull((SELECT SUM(w.cost_cents - w.overhead_cents) FROM ${reversed} CROSS JOIN worked_hours w ON w.document_id = d.id
            WHERE ${reversedSince} AND ${between(sql`w.worked_on`)}), 0))`,
    },
    {
      added: sql`(ifnull((SELECT -SUM(l.amount_cents) FROM journal_line l JOIN journal_entry e ON e.id = l.id >> 20
          JOIN document d ON d.id = e.document_id WHERE l.id >= ${firstLine} AND ${credited} AND d.kind = 'hours'), 0)
        - ifnull((SELECT -SUM(l.amount_cents) FROM ${reversed} CROSS JOIN journal_entry e ON e.document_id = d.id
            CROSS JOIN journal_line l ON l.id >= e.id << 20 AND l.id < (e.id + 1) << 20
            WHERE ${reversedSince} AND ${credited}), 0))`,
    },
  ];
}

function pairs(looked: LaborSince): Readonly<Record<TieOutName, readonly [Side, Side]>> {
  const { since } = looked;
  return {
    entries: [{ kept: sql`(SELECT SUM(amount_cents) FROM account_month)` }, { kept: sql`0` }],
    payable: [openDocuments('payable', since), { kept: sql`-${roleBalance('payable')}` }],
    deposits: [openDocuments('supplier-deposits', since), { kept: sql`-${roleBalance('supplier-deposits')}` }],
    retention: [
      { added: left('retained', 'amount_cents', since) },
      { kept: sql`-${roleBalance('retention-payable')}` },
    ],
    received: [
      { added: sql`(${left('received', 'accrued_cents', since)} - ${left('taken_over', 'cost_cents', since)})` },
      { kept: sql`-${roleBalance('received-not-billed')}` },
    ],
    receivable: [openDocuments('receivable', since), { kept: roleBalance('receivable') }],
    wip: [{ kept: overProjects(sql`held_cents`) }, { kept: roleBalance('wip', 'construction-in-progress') }],
    revenue: [{ kept: overProjects(sql`earned_cents`) }, { kept: sql`-${roleBalance('revenue')}` }],
    billings: [
      { added: standing(sql`json_extract(d.body, '$.figures.work')`, ['invoice', 'credit-note', 'opening'], since) },
      { kept: overProjects(sql`billed_cents`) },
    ],
    contracts: [
      { kept: overProjects(sql`billed_cents - earned_cents`) },
      { kept: sql`-${roleBalance('earned-unbilled', 'progress-billings')}` },
    ],
    labor: labor(looked),
    'balance-sheet': [
      { kept: typeBalance('asset') },
      { kept: sql`-${typeBalance('liability', 'equity', 'revenue', 'cost-of-revenue', 'expense')}` },
    ],
  };
}

/** Tie-outs added up to a mark. */
export interface TiesSoFar {
  readonly mark: PostingMark;
  readonly ties: readonly TieOut[];
}

/**
 * Every tie-out, of the books as they are now; labor for one month, or for all of them where none is given. Where they were added up
 * before, what documents left since is added to it; without that, all of it is.
 */
export async function tieOuts(db: Db, month: Month | null, before?: TiesSoFar): Promise<readonly TieOut[]> {
  const from = month === null ? 0 : dayNumber(firstDay(month));
  const through = month === null ? Number.MAX_SAFE_INTEGER : dayNumber(lastDay(month));
  const named = Object.entries(pairs({ from, through, since: before?.mark ?? BEGINNING })) as [
    TieOutName,
    readonly [Side, Side],
  ][];
  const columns = named.flatMap(([, [one, other]], place) => [
    sql`ifnull(${sumOf(one)}, 0) AS ${sql.ref(`one${place}`)}`,
    sql`ifnull(${sumOf(other)}, 0) AS ${sql.ref(`other${place}`)}`,
  ]);
  const { rows } = await sql<Record<string, number>>`SELECT ${sql.join(columns)}`.execute(db);
  const row = rows[0] ?? {};
  return named.map(([name, sides], place) => {
    const known = before?.ties[place];
    const of = (side: Side, read: string, sofar: number): number => (row[read] ?? 0) + ('added' in side ? sofar : 0);
    return {
      name,
      one: cents(of(sides[0], `one${place}`, known?.one ?? 0)),
      other: cents(of(sides[1], `other${place}`, known?.other ?? 0)),
    };
  });
}

function sumOf(side: Side): RawBuilder<unknown> {
  return 'kept' in side ? side.kept : side.added;
}
