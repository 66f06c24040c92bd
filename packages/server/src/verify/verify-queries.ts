import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { TIE_OUTS, ties } from '@lowtide/core/statements/tie-out.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { tieOuts } from '../frame/tie-out-queries.ts';
import { measuresFromLines } from '../journal/balance-queries.ts';

/** One thing that was checked, and what differs; nothing differs in sound books. */
export interface Check {
  readonly title: string;
  readonly differences: readonly string[];
}

/** Recomputes everything that is kept up from the posted lines, and all tie-outs. Reads every line: minutes on large books. */
export async function verifiedBooks(db: Db): Promise<readonly Check[]> {
  return [
    await check(
      db,
      'The file is whole',
      sql`SELECT integrity_check AS difference FROM pragma_integrity_check
      WHERE integrity_check <> 'ok'`,
    ),
    await check(
      db,
      'Every reference leads somewhere',
      sql`SELECT "table" || ' row ' || rowid AS difference
      FROM pragma_foreign_key_check`,
    ),
    await check(db, 'Every entry sums to zero', UNBALANCED),
    await check(db, 'Every line belongs to an entry and falls on its day', STRAY_LINES),
    await check(db, 'No entry without lines', EMPTY_ENTRIES),
    await check(db, 'Balances by account and month', ACCOUNT_MONTHS),
    await check(db, 'Balances by project and month', PROJECT_MONTHS),
    await check(db, 'Balances by project and coding', CODING_MONTHS),
    await check(db, 'Nothing is settled beyond its amount', OVERSETTLED),
    await tied(db),
  ];
}

async function check(db: Db, title: string, query: RawBuilder<unknown>): Promise<Check> {
  const { rows } = await sql<{ difference: string }>`${query} LIMIT 20`.execute(db);
  return { title, differences: rows.map(({ difference }) => String(difference)) };
}

async function tied(db: Db): Promise<Check> {
  const off = (await tieOuts(db, null)).filter((tie) => !ties(tie));
  return {
    title: 'Tie-outs',
    differences: off.map(({ name, one, other }) => {
      const [title, oneSide, otherSide] = TIE_OUTS[name];
      return `${title}: ${oneSide} ${dollars(one)}, ${otherSide} ${dollars(other)}, apart ${dollars(cents(one - other))}`;
    }),
  };
}

const UNBALANCED = sql`SELECT 'entry ' || (id >> 20) || ' is off by ' || SUM(amount_cents) AS difference
  FROM journal_line GROUP BY id >> 20 HAVING SUM(amount_cents) <> 0`;

const STRAY_LINES = sql`SELECT 'line ' || l.id AS difference FROM journal_line l
  LEFT JOIN journal_entry e ON e.id = l.id >> 20 WHERE e.id IS NULL OR e.posted_on <> l.posted_on`;

const EMPTY_ENTRIES = sql`SELECT 'entry ' || e.id AS difference FROM journal_entry e
  WHERE NOT EXISTS (SELECT 1 FROM journal_line l WHERE l.id >= e.id << 20 AND l.id < (e.id + 1) << 20)`;

/** Keys where what is kept and what the lines say differ; a key kept as zero and absent from the lines does not. */
function differing(
  kept: RawBuilder<unknown>,
  worked: RawBuilder<unknown>,
  [key, amounts]: readonly [string, readonly string[]],
) {
  const of = (sign: RawBuilder<unknown>, source: RawBuilder<unknown>) =>
    sql`SELECT ${sql.raw(key)} AS key, ${sql.join(amounts.map((each) => sql`${sign} ${sql.raw(each)} AS ${sql.ref(each)}`))}
      FROM (${source})`;
  const sums = amounts.map((each) => sql`SUM(${sql.ref(each)}) <> 0`);
  return sql`SELECT 'key ' || key || ' is off by ' || ${sql.join(
    amounts.map((each) => sql`SUM(${sql.ref(each)})`),
    sql` || ', ' || `,
  )} AS difference
    FROM (${of(sql``, kept)} UNION ALL ${of(sql`-`, worked)}) GROUP BY key HAVING ${sql.join(sums, sql` OR `)}`;
}

const ACCOUNT_MONTHS = differing(
  sql`SELECT account_id, month, amount_cents AS amount FROM account_month`,
  sql`SELECT l.account_id, e.month, SUM(l.amount_cents) AS amount FROM journal_line l
    JOIN journal_entry e ON e.id = l.id >> 20 GROUP BY l.account_id, e.month`,
  [`account_id || '/' || month`, ['amount']],
);

const MEASURES = ['held', 'expensed', 'earned', 'billed', 'loss', 'hours'] as const;
const PROJECT_MONTHS = differing(
  sql`SELECT project_id, month, held_cents AS held, expensed_cents AS expensed, earned_cents AS earned,
    billed_cents AS billed, loss_cents AS loss, hours_e4 AS hours FROM project_month`,
  measuresFromLines(sql`TRUE`),
  [`project_id || '/' || month`, MEASURES],
);

const CODING_MONTHS = differing(
  sql`SELECT *, amount_cents AS amount, quantity_e4 AS quantity FROM project_coding_month`,
  sql`SELECT l.project_id, l.account_id, ifnull(l.phase_id, 0) AS phase_id, ifnull(l.cost_code_id, 0) AS cost_code_id,
      ifnull(l.cost_type, '') AS cost_type, e.month, SUM(l.amount_cents) AS amount, SUM(l.quantity_e4) AS quantity
    FROM journal_line l JOIN journal_entry e ON e.id = l.id >> 20
    WHERE l.project_id IS NOT NULL GROUP BY 1, 2, 3, 4, 5, 6`,
  [
    `project_id || '/' || account_id || '/' || phase_id || '/' || cost_code_id || '/' || cost_type || '/' || month`,
    ['amount', 'quantity'],
  ],
);

const OVERSETTLED = sql`SELECT d.number || ' is settled with ' || SUM(s.amount_cents) AS difference
  FROM settlement s JOIN document d ON d.id = s.document_id GROUP BY d.id
  HAVING SUM(s.amount_cents) * sign(d.gross_cents) NOT BETWEEN 0 AND abs(d.gross_cents)`;
