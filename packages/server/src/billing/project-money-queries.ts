import {
  depositToAvoid,
  expectedMoney,
  projectMoney,
  type LowestPoint,
  type MoneyEvent,
} from '@lowtide/core/billing/project-money.ts';
import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { cents, difference, type Cents } from '@lowtide/core/money/cents.ts';
import { estimateAtCompletion } from '@lowtide/core/progress/estimate-at-completion.ts';
import { sql } from 'kysely';
import type { Db, Sql } from '../database/schema.ts';
import { entryOf } from '../database/line-number.ts';
import type { Answer } from '../http/api.ts';
import { EVERYTHING, notWithdrawn } from '../ledger/as-of-queries.ts';
import { notReversed, openAmount } from '../ledger/settlement-queries.ts';
import { clientDelay } from '../schedules/receivable-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';

interface Asked {
  readonly project: number;
  readonly through: Month;
}

/** Who finances whom: what was billed, received, paid and cost for a project, and what is expected from the month on. */
export async function projectMoneyAnswer(db: Db, of: Asked): Promise<Answer<'projectMoney'>> {
  const through = lastDay(of.through);
  const happened = (await eventsOf(db, of.project)).filter(({ on }) => on <= through);
  const expected = await expectedOf(db, of, happened);
  const delay = await delayOf(db, of.project);
  const then = projectMoney(happened);
  const ahead = projectMoney([...happened, ...expected]);
  return {
    months: ahead.months.map((each) => ({ ...each, isExpected: each.month > of.through })),
    lowest: pointOf(then.lowest),
    depositCents: depositToAvoid(then.lowest),
    lowestExpected: pointOf(ahead.lowest),
    delayDays: delay,
  };
}

function pointOf(lowest: LowestPoint | null): Answer<'projectMoney'>['lowest'] {
  return lowest === null ? null : { on: lowest.on, netCents: lowest.net };
}

/** All that happened of money and cost for a project, by day. Labor counts as paid on pay day, at what clearing was credited with. */
async function eventsOf(db: Db, project: number): Promise<readonly MoneyEvent[]> {
  return [
    ...(await summed(db, billedBy(project), (on, amount) => ({ on, billed: amount }))),
    ...(await summed(db, settledBy(project, ['receipt', 'client-refund']), (on, amount) => ({ on, received: amount }))),
    ...(await summed(db, depositsBack(project), (on, amount) => ({ on, received: amount }))),
    ...(await summed(db, settledBy(project, ['payment']), (on, amount) => ({ on, paid: amount }))),
    ...(await summed(db, paidAtOnce(project), (on, amount) => ({ on, paid: amount }))),
    ...(await summed(db, laborPaid(project), (on, amount) => ({ on, paid: amount }))),
    ...(await summed(db, costBy(project), (on, amount) => ({ on, cost: amount }))),
  ];
}

async function summed(
  db: Db,
  query: Sql,
  event: (on: IsoDate, amount: Cents) => MoneyEvent,
): Promise<readonly MoneyEvent[]> {
  const { rows } = await sql<{ day: number; amount: number }>`SELECT day, SUM(amount) AS amount FROM (${query})
    GROUP BY day HAVING SUM(amount) <> 0 ORDER BY day`.execute(db);
  return rows.map(({ day, amount }) => event(dayOf(day), cents(amount)));
}

/** Lines of the project on progress billings and on client deposits: what it asked for before tax. */
function billedBy(project: number): Sql {
  return sql`SELECT l.posted_on AS day, -l.amount_cents AS amount FROM journal_line l
    JOIN account a ON a.id = l.account_id AND a.role = 'progress-billings'
    WHERE l.project_id = ${project} AND ${entryOf('l.id')} NOT IN (SELECT id FROM journal_entry WHERE closing = 1)`;
}

/** What documents of some kinds, or what took them back, settled for the project. */
function settledBy(project: number, kinds: readonly string[]): Sql {
  return sql`SELECT b.posted_on AS day, s.amount_cents AS amount FROM settlement s JOIN document b ON b.id = s.by_document_id
    LEFT JOIN document o ON o.id = b.reverses_id
    WHERE s.project_id = ${project} AND ifnull(o.kind, b.kind) IN (${sql.join([...kinds])})`;
}

/** Deposits that were paid back: money that is received no more. */
function depositsBack(project: number): Sql {
  return sql`SELECT d.posted_on AS day, m.net_cents + m.tax_cents AS amount FROM deposit_move m
    JOIN document d ON d.id = m.document_id AND d.kind = 'client-refund'
    WHERE m.project_id = ${project} AND ${notReversed('d', EVERYTHING)}`;
}

/** Spend is paid on its day. */
function paidAtOnce(project: number): Sql {
  return costLines(project, sql`ifnull(o.kind, d.kind) = 'spend'`);
}

function costBy(project: number): Sql {
  return costLines(project, sql`ifnull(o.kind, d.kind) NOT IN ('recognition', 'closing')`);
}

function costLines(project: number, of: Sql): Sql {
  return sql`SELECT l.posted_on AS day, l.amount_cents AS amount FROM journal_line l
    JOIN account a ON a.id = l.account_id AND a.role IN (${sql.join([...COST_ROLES])})
    JOIN journal_entry e ON e.id = ${entryOf('l.id')} JOIN document d ON d.id = e.document_id
    LEFT JOIN document o ON o.id = d.reverses_id
    WHERE l.project_id = ${project} AND ${of}`;
}

/** Hours at what payroll pays of them, on the pay day of their period; those not paid yet are left out. */
function laborPaid(project: number): Sql {
  return sql`SELECT r.dated_on AS day, w.cost_cents - w.overhead_cents AS amount FROM worked_hours w
    JOIN document h ON h.id = w.document_id
    JOIN payroll p ON p.supplement_to IS NULL AND w.worked_on BETWEEN p.from_on AND p.through_on
    JOIN document r ON r.id = p.document_id
    WHERE w.project_id = ${project} AND ${notReversed('h', EVERYTHING)} AND ${notReversed('r', EVERYTHING)}`;
}

/** What is open with the client, what the plan has not billed, and the cost to complete. */
async function expectedOf(db: Db, { project, through }: Asked, happened: readonly MoneyEvent[]) {
  const [standing] = await standingProjects(db, { through, known: null }, { only: project });
  if (!standing) return [];
  const { position, record } = standing;
  const { rows: open } = await sql<{ due: number; open: number }>`SELECT ifnull(d.due_on, d.dated_on) AS due,
      ${openAmount('d', EVERYTHING)} AS open FROM document d
    WHERE d.project_id = ${project} AND d.kind IN ('invoice', 'client-retention', 'client-deposit')`.execute(db);
  return expectedMoney({
    ...{ from: lastDay(through), delay: await delayOf(db, project), termsDays: await termsOf(db, project) },
    open: open.flatMap((row) => (row.open > 0 ? [{ dueOn: dayOf(row.due), open: cents(row.open) }] : [])),
    planned: await unmetPlan(db, project, happened),
    costToComplete: difference(estimateAtCompletion(position), position.costToDate),
    targetEndOn: record.targetEndOn,
  });
}

/** Items of the billing plan beyond what was billed. */
async function unmetPlan(db: Db, project: number, happened: readonly MoneyEvent[]) {
  const { rows } = await sql<{ due: number; amount: number }>`SELECT b.due_on AS due, b.amount_cents AS amount
    FROM planned_bill b JOIN approval a ON a.id = b.approval_id
    WHERE a.project_id = ${project} AND ${notWithdrawn('b')} ORDER BY b.due_on, b.id`.execute(db);
  let covered = happened.reduce((all, { billed = 0 }) => all + billed, 0);
  return rows.flatMap(({ due, amount }) => {
    const met = Math.max(0, Math.min(amount, covered));
    covered -= amount;
    return met < amount ? [{ dueOn: dayOf(due), amount: cents(amount - met) }] : [];
  });
}

async function termsOf(db: Db, project: number): Promise<number> {
  const { rows } = await sql<{ days: number | null }>`SELECT y.terms_days AS days FROM project p
    LEFT JOIN party y ON y.id = p.client_id WHERE p.id = ${project}`.execute(db);
  return rows[0]?.days ?? 0;
}

/** How the client of a project really pays; nothing is late before they paid anything. */
async function delayOf(db: Db, project: number): Promise<number> {
  const row = await db.selectFrom('project').select('client_id').where('id', '=', project).executeTakeFirst();
  return row?.client_id == null ? 0 : ((await clientDelay(db, row.client_id)) ?? 0);
}
