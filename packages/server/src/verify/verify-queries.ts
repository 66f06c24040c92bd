import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { MEASURE_NAMES, MEASURES } from '@lowtide/core/ledger/measures.ts';
import { TIE_OUTS, ties } from '@lowtide/core/ledger/tie-out.ts';
import { sql, type RawBuilder } from 'kysely';
import { brokenChain } from '../audit/audit-queries.ts';
import { codingKept, WITHIN_PROJECT } from '../database/coding-columns.ts';
import type { Db } from '../database/schema.ts';
import { EFFECT_STORES } from '../effect-stores.ts';
import { having } from '../effects/effect-store.ts';
import { shapeOfBooks } from '../database/written/fresh-books.ts';
import { schemaNotAsMade } from '../database/written/schema-queries.ts';
import { seenOtherwise, type Seen } from '../database/written/witness-queries.ts';
import { rowsNotAsWritten } from '../database/written/written-queries.ts';
import { tieOuts } from '../ledger/tie-out-queries.ts';
import { measuresFromLines } from '../ledger/balance-queries.ts';
import { entryOf, isOfEntry } from '../database/line-number.ts';

/** One thing that was checked, and what differs; nothing differs in sound books. */
export interface Check {
  readonly title: string;
  readonly differences: readonly string[];
}

/** Recomputes everything that is kept up from the posted lines, and all tie-outs. Reads every line: minutes on large books. */
export async function verifiedBooks(db: Db): Promise<readonly Check[]> {
  const shape = await shapeOfBooks();
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
    ...(await balancesOfEffects(db)),
    await check(db, 'Nothing is settled beyond its amount', OVERSETTLED),
    await tied(db),
    { title: 'The audit log is as it was written', differences: await brokenChain(db) },
    { title: 'Every row is as it was written', differences: await rowsNotAsWritten(db, shape.tables) },
    { title: 'Tables and triggers are as they were made', differences: await schemaNotAsMade(db, shape) },
  ];
}

/** All checks of a file, and whether those who saw its audit log, beside it and in its copies, find in it what they saw. */
export async function verifiedFile(db: Db, seen: readonly Seen[]): Promise<readonly Check[]> {
  return [
    ...(await verifiedBooks(db)),
    { title: 'The audit log holds all that was seen of it', differences: await seenOtherwise(db, seen) },
  ];
}

async function check(db: Db, title: string, query: RawBuilder<unknown>): Promise<Check> {
  const { rows } = await sql<{ difference: string }>`${query} LIMIT 20`.execute(db);
  return { title, differences: rows.map(({ difference }) => String(difference)) };
}

/** The balances that effects keep, worked out anew from their rows. */
async function balancesOfEffects(db: Db): Promise<readonly Check[]> {
  const checks: Check[] = [];
  for (const { title, kept, worked, key, amounts } of having(EFFECT_STORES, 'balances').flat()) {
    checks.push(await check(db, title, differing(kept, worked, [key, amounts])));
  }
  return checks;
}

async function tied(db: Db): Promise<Check> {
  const off = (await tieOuts(db, { month: null, effects: EFFECT_STORES })).filter((tie) => !ties(tie));
  return {
    title: 'Tie-outs',
    differences: off.map(({ name, one, other }) => {
      const { title, one: oneSide, other: otherSide } = TIE_OUTS[name];
      return `${title}: ${oneSide} ${dollars(one)}, ${otherSide} ${dollars(other)}, apart ${dollars(cents(one - other))}`;
    }),
  };
}

const UNBALANCED = sql`SELECT 'entry ' || ${entryOf('id')} || ' is off by ' || SUM(amount_cents) AS difference
  FROM journal_line GROUP BY ${entryOf('id')} HAVING SUM(amount_cents) <> 0`;

const STRAY_LINES = sql`SELECT 'line ' || l.id AS difference FROM journal_line l
  LEFT JOIN journal_entry e ON e.id = ${entryOf('l.id')} WHERE e.id IS NULL OR e.posted_on <> l.posted_on`;

const EMPTY_ENTRIES = sql`SELECT 'entry ' || e.id AS difference FROM journal_entry e
  WHERE NOT EXISTS (SELECT 1 FROM journal_line l WHERE ${isOfEntry('l.id')})`;

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
    JOIN journal_entry e ON e.id = ${entryOf('l.id')} GROUP BY l.account_id, e.month`,
  [`account_id || '/' || month`, ['amount']],
);

const KEPT_MEASURES = sql.join(MEASURE_NAMES.map((name) => sql`${sql.ref(MEASURES[name].column)} AS ${sql.ref(name)}`));
const PROJECT_MONTHS = differing(
  sql`SELECT project_id, month, ${KEPT_MEASURES} FROM project_month`,
  measuresFromLines(sql`TRUE`),
  [`project_id || '/' || month`, MEASURE_NAMES],
);

const CODING = sql.join(WITHIN_PROJECT.map((column) => sql.ref(column)));
const CODING_MONTHS = differing(
  sql`SELECT *, amount_cents AS amount, quantity_e4 AS quantity FROM project_coding_month`,
  sql`SELECT project_id, account_id, month, ${CODING}, SUM(amount_cents) AS amount, SUM(quantity_e4) AS quantity
    FROM (SELECT l.project_id, l.account_id, e.month, l.amount_cents, l.quantity_e4, ${codingKept('l', WITHIN_PROJECT)}
      FROM journal_line l JOIN journal_entry e ON e.id = ${entryOf('l.id')} WHERE l.project_id IS NOT NULL)
    GROUP BY project_id, account_id, month, ${CODING}`,
  [['project_id', 'account_id', ...WITHIN_PROJECT, 'month'].join(` || '/' || `), ['amount', 'quantity']],
);

/** What is withheld of a document was never to be settled: it settles itself with it, names no project, and its reversal undoes that. */
const WITHHELD = sql`s.project_id IS NULL AND (s.document_id = s.by_document_id
  OR EXISTS (SELECT 1 FROM document r WHERE r.id = s.by_document_id AND r.reverses_id = s.document_id))`;
const OVERSETTLED = sql`SELECT number || ' is settled with ' || settled AS difference FROM (
    SELECT d.number, d.gross_cents - SUM(CASE WHEN ${WITHHELD} THEN s.amount_cents ELSE 0 END) AS due,
      SUM(CASE WHEN ${WITHHELD} THEN 0 ELSE s.amount_cents END) AS settled
    FROM settlement s JOIN document d ON d.id = s.document_id GROUP BY d.id)
  WHERE settled * sign(due) NOT BETWEEN 0 AND abs(due)`;
