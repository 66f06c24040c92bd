import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { markups, worthOfCost } from '@lowtide/core/billing/markups.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';

import { extension, quantity } from '@lowtide/core/money/quantity.ts';
import { rateBook, rateFinder } from '@lowtide/core/rates/applying-rule.ts';
import { hourKindOf, type PayKind } from '@lowtide/core/rates/pay.ts';
import { invariant } from '@lowtide/core/invariant.ts';
import { sql, type Insertable } from 'kysely';
import type { Schema, Trx } from '../database/schema.ts';
import type { PostedLines, PostingStamp } from '../effects/effect-store.ts';
import { rateRules } from '../rates/rate-queries.ts';
import { insertMoves, keepLeft, TAKEN_BACK, type WorkMove } from './work-left-queries.ts';

type WorkRow = Insertable<Schema['billable_work']>;

/** A project that is billed by time and materials. */
interface Terms {
  readonly id: number;
  readonly client: number | null;
  readonly markup: string;
}

/**
 * Keeps what a document did for clients that are billed by time and materials: its hours at the bill rates of their days, its cost with
 * its markup. What takes a document back, or codes its lines otherwise, takes the same work back.
 */
export async function keepWork(trx: Trx, posted: PostedLines, stamp: PostingStamp): Promise<void> {
  const named = [...new Set(posted.lines.flatMap(({ line }) => (line.project === null ? [] : [line.project])))];
  if (named.length === 0) return;
  if (posted.reverses !== null) return mirror(trx, await workOfDocument(trx, posted.reverses), { posted, stamp });
  const { rows: terms } = await sql<Terms>`SELECT id, client_id AS client, markup FROM project
    WHERE billed_by = 'time and materials' AND id IN (SELECT value FROM json_each(${JSON.stringify(named)}))`.execute(
    trx,
  );
  if (posted.kind === 'recode') return keepRecoded(trx, posted, { terms, stamp });
  if (terms.length === 0 || kindOf(posted.kind).leavesNoWork) return;
  await insertWork(trx, await hoursOf(trx, posted.id, terms), stamp);
  const lines = posted.kind === 'hours' ? posted.lines.filter(({ line }) => line.employee === null) : posted.lines;
  await insertWork(trx, await costOf(trx, { ...posted, lines }, terms), stamp);
}

/** Work, and whether it is billed at all: what is not is written off as it comes. */
interface PricedWork {
  readonly row: WorkRow;
  readonly isBillable: boolean;
}

async function insertWork(trx: Trx, work: readonly PricedWork[], stamp: PostingStamp): Promise<void> {
  const moves: WorkMove[] = [];
  const ids: number[] = [];
  for (const { row, isBillable } of work) {
    const { id } = await trx.insertInto('billable_work').values(row).returning('id').executeTakeFirstOrThrow();
    ids.push(id);
    if (isBillable) continue;
    const off = { document: null, billed: 0, written: row.worth_cents, reason: 'Not billed to clients' };
    moves.push({ work: id, countsOn: row.counts_on, ...off });
  }
  await insertMoves(trx, moves, stamp);
  await keepLeft(trx, ids);
}

interface HoursRow {
  readonly id: number;
  readonly employee: number;
  readonly name: string;
  readonly role: string;
  readonly project: number;
  readonly phase_id: number | null;
  readonly cost_code_id: number | null;
  readonly cost_type: string | null;
  readonly worked: number;
  readonly counts: number;
  readonly pay: PayKind;
  readonly hours: number;
  readonly activity: string | null;
  readonly billable: number;
}

/** Hours of a document at the bill rates of their days; without a rate they wait for one. */
async function hoursOf(trx: Trx, document: number, terms: readonly Terms[]): Promise<readonly PricedWork[]> {
  const { rows } = await sql<HoursRow>`SELECT w.id, w.employee_id AS employee, e.name, e.job_role AS role,
      w.project_id AS project, w.phase_id, w.cost_code_id, w.cost_type, w.worked_on AS worked,
      max(w.worked_on, d.posted_on) AS counts, w.pay, w.hours_e4 AS hours, a.code AS activity,
      w.is_billable AND ifnull(c.billable, '') <> 'not billed' AS billable
    FROM worked_hours w JOIN document d ON d.id = w.document_id JOIN employee e ON e.id = w.employee_id
      LEFT JOIN activity a ON a.id = w.activity_id LEFT JOIN cost_code c ON c.id = w.cost_code_id
    WHERE w.document_id = ${document} AND w.project_id IN (${sql.join(terms.map(({ id }) => id))}) ORDER BY w.id`.execute(
    trx,
  );
  if (rows.length === 0) return [];
  const rateOf = rateFinder(rateBook(await rateRules(trx, 'bill')));
  return rows.map((row): PricedWork => {
    const worth = worthOfHours(rateOf, row, terms.find(({ id }) => id === row.project)?.client ?? null);
    return {
      row: {
        ...{ document_id: document, project_id: row.project, kind: 'hours', line_id: null, hours_id: row.id },
        ...{ mirrors_id: null, done_on: row.worked, counts_on: row.counts, employee_id: row.employee },
        ...{ phase_id: row.phase_id, cost_code_id: row.cost_code_id, cost_type: row.cost_type, text: row.name },
        ...{ quantity_e4: row.hours, worth_cents: worth ?? 0, priced: worth === null ? 0 : 1 },
      },
      isBillable: row.billable === 1,
    };
  });
}

/** Hours × the bill rate of their day; null where none holds. */
export function worthOfHours(
  rateOf: ReturnType<typeof rateFinder>,
  hour: Pick<HoursRow, 'employee' | 'role' | 'project' | 'worked' | 'pay' | 'hours' | 'activity'>,
  client: number | null,
): number | null {
  const { employee, project, activity, pay } = hour;
  const applied = rateOf({ day: dayOf(hour.worked), project, client, employee, role: hour.role || null, activity });
  return applied === null ? null : extension(quantity(hour.hours), applied.rule.rates[hourKindOf(pay)].rate);
}

/** Cost of a document with its markup. */
async function costOf(trx: Trx, posted: PostedLines, terms: readonly Terms[]): Promise<readonly PricedWork[]> {
  const codes = await trx
    .selectFrom('cost_code')
    .select(['id', 'billable'])
    .where('billable', '=', 'not billed')
    .execute();
  const notBilled = new Set(codes.map(({ id }) => id));
  return posted.lines.flatMap(({ id, postedOn, role, line }): readonly PricedWork[] => {
    const of = terms.find((each) => each.id === line.project);
    if (of === undefined || line.costType === null || !COST_ROLES.some((each) => each === role)) return [];
    return [
      costWork({ id, line, type: line.costType, of, day: dayNumber(postedOn) }, { document: posted.id, notBilled }),
    ];
  });
}

interface CostLine {
  readonly id: number;
  readonly line: PostedLines['lines'][number]['line'];
  readonly type: CostType;
  readonly of: Terms;
  readonly day: number;
}

function costWork(
  { id, line, type, of, day }: CostLine,
  { document, notBilled }: { readonly document: number; readonly notBilled: ReadonlySet<number> },
): PricedWork {
  const terms = markups(of.markup);
  invariant(terms !== undefined, 'a markup is read before it is kept');
  const worth = worthOfCost(line.amount, type, terms);
  return {
    row: {
      ...{ document_id: document, project_id: of.id, kind: 'cost', line_id: id, hours_id: null, mirrors_id: null },
      ...{
        done_on: day,
        counts_on: day,
        employee_id: line.employee,
        phase_id: line.phase,
        cost_code_id: line.costCode,
      },
      ...{ cost_type: type, text: line.text, quantity_e4: line.quantity, worth_cents: worth ?? line.amount, priced: 1 },
    },
    isBillable: worth !== null && (line.costCode === null || !notBilled.has(line.costCode)),
  };
}

interface KeptWork {
  readonly id: number;
  readonly project_id: number;
  readonly worth: number;
  readonly billed: number;
  readonly written: number;
}

function keptWork(where: ReturnType<typeof sql>) {
  return sql<KeptWork>`SELECT w.id, w.project_id, w.worth_cents AS worth, ifnull(SUM(b.billed_cents), 0) AS billed,
      ifnull(SUM(b.written_cents), 0) AS written
    FROM billable_work w LEFT JOIN billed_work b ON b.work_id = w.id
    WHERE ${where} AND NOT EXISTS (SELECT 1 FROM billable_work m WHERE m.mirrors_id = w.id) GROUP BY w.id ORDER BY w.id`;
}

async function workOfDocument(trx: Trx, document: number): Promise<readonly KeptWork[]> {
  return (await keptWork(sql`w.document_id = ${document}`).execute(trx)).rows;
}

interface Mirroring {
  readonly posted: PostedLines;
  readonly stamp: PostingStamp;
}

/**
 * Takes work back. What was not billed of it needs no more invoice; what was is left with its sign turned, to be given back by the next
 * one. What was written down of it is as if it never was.
 */
async function mirror(trx: Trx, work: readonly KeptWork[], { posted, stamp }: Mirroring): Promise<void> {
  const [first] = posted.lines;
  if (work.length === 0 || first === undefined) return;
  const countsOn = dayNumber(
    posted.lines.reduce((day, { postedOn }) => (postedOn < day ? postedOn : day), first.postedOn),
  );
  const moves: WorkMove[] = [];
  for (const { id, worth, billed, written } of work) {
    const { rows } = await sql<{
      id: number;
    }>`INSERT INTO billable_work (document_id, project_id, kind, line_id, hours_id,
        mirrors_id, done_on, counts_on, employee_id, phase_id, cost_code_id, cost_type, text, quantity_e4, worth_cents, priced)
      SELECT ${posted.id}, project_id, kind, NULL, NULL, id, done_on, ${countsOn}, employee_id, phase_id, cost_code_id,
        cost_type, text, -quantity_e4, -worth_cents, 1 FROM billable_work WHERE id = ${id} RETURNING id`.execute(trx);
    const left = worth - billed - written;
    const of = { document: null, countsOn, reason: TAKEN_BACK };
    moves.push({ work: id, ...of, billed: left, written: 0 });
    moves.push({ work: rows[0]?.id ?? 0, ...of, billed: -left, written: -written });
  }
  await insertMoves(trx, moves, stamp);
}

/** Lines that are coded otherwise are taken back where they were, and are work where they belong. */
async function keepRecoded(
  trx: Trx,
  posted: PostedLines,
  { terms, stamp }: { readonly terms: readonly Terms[]; readonly stamp: PostingStamp },
): Promise<void> {
  const { rows: recoded } = await sql<{ line: number }>`SELECT line_id AS line FROM recoded_line
    WHERE document_id = ${posted.id}`.execute(trx);
  const lines = JSON.stringify(recoded.map(({ line }) => line));
  const { rows: work } = await keptWork(sql`w.line_id IN (SELECT value FROM json_each(${lines}))`).execute(trx);
  await mirror(trx, work, { posted, stamp });
  // Of each pair the first line takes back, the second is where it belongs.
  const moved = posted.lines.filter((_, place) => place % 2 === 1);
  if (terms.length > 0) await insertWork(trx, await costOf(trx, { ...posted, lines: moved }, terms), stamp);
}
