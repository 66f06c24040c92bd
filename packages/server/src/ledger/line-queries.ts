import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { DIMENSION_NAMES, DIMENSIONS, type DimensionName } from '@lowtide/core/ledger/dimensions.ts';
import { COST_TYPE_MARKS, type CostType } from '@lowtide/core/ledger/cost-type.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { z } from 'zod';
import type { LedgerLine } from '@lowtide/core/reports/lists/shape.ts';
import type { Db } from '../database/schema.ts';
import { isPayHidden } from '../http/pay-hidden.ts';
import type { Bounds } from './as-of-queries.ts';
import { entryOf, isOfEntry } from '../database/line-number.ts';
import { sameCoding } from '../database/coding-columns.ts';

export type LineAnswer = z.input<typeof LedgerLine>;

type CodeColumns = { readonly [D in DimensionName as `code_${D}`]: string | null };
interface LineRow extends CodeColumns {
  readonly id: number;
  readonly document_id: number;
  readonly document_kind: string;
  readonly document_number: string;
  readonly posted_on: number;
  readonly recorded_at: number;
  readonly account: string;
  readonly party_name: string | null;
  readonly text: string;
  readonly quantity_e4: number;
  readonly amount_cents: number;
  /** What the person of a line works as. */
  readonly job_role: string | null;
}

const PAGE = 200;

/** Which of the lines, and in which order. */
export interface LineView {
  readonly order: '-day' | 'day' | '-amount' | 'amount';
  /** Empty where any will do. */
  readonly text: string;
  readonly moves: 'shown' | 'hidden';
  /** A line: the page goes on after it. */
  readonly after?: number | undefined;
}

export interface LinePage {
  readonly lines: LineAnswer[];
  readonly more: boolean;
}

/** Lines that meet `where` (over `l` and its account `a`), in the order that is asked for, a page at a time. */
export async function linePage(db: Db, where: RawBuilder<unknown>, view: LineView): Promise<LinePage> {
  const { order, after } = view;
  const isDown = order.startsWith('-');
  const column = sql.ref(order.endsWith('day') ? 'posted_on' : 'amount_cents');
  const past =
    after === undefined
      ? sql``
      : sql`AND (l.${column}, l.id) ${isDown ? sql`<` : sql`>`} ((SELECT ${column} FROM journal_line WHERE id = ${after}), ${after})`;
  const way = isDown ? sql`DESC` : sql`ASC`;
  const hidden = isPayHidden(db);
  const { rows } =
    await sql<LineRow>`${lineColumns(hidden)} WHERE ${where} ${onceOfRole(hidden)} ${withText(view, hidden)} ${withoutMoves(view)} ${past}
    ORDER BY l.${column} ${way}, l.id ${way} LIMIT ${PAGE + 1}`.execute(db);
  return { lines: rows.slice(0, PAGE).map((row) => lineAnswer(row, hidden)), more: rows.length > PAGE };
}

/** The ledger of one project, through a month as known at a moment. */
export async function ledgerPage(
  db: Db,
  at: Bounds,
  { project, ...view }: LineView & { readonly project: number },
): Promise<LinePage> {
  const known = at.firstLaterLine === null ? sql`` : sql`AND l.id < ${at.firstLaterLine}`;
  return linePage(db, sql`l.project_id = ${project} AND l.posted_on <= ${at.day} ${known}`, view);
}

function withText({ text }: LineView, hidden: boolean): RawBuilder<unknown> {
  if (text === '') return sql``;
  const like = `%${text.replace(/[\\%_]/g, '\\$&')}%`;
  const columns = ['d.number', 'a.code', 'a.name', 'of_costCode.code', 'of_party.name'];
  const own = hidden
    ? [sql`CASE WHEN l.employee_id IS NULL THEN l.text ELSE '' END`]
    : [sql`l.text`, sql`of_employee.name`];
  const found = [...columns.map((column) => sql.ref(column)), ...own].map(
    (column) => sql`${column} LIKE ${like} ESCAPE '\\'`,
  );
  return sql`AND (${sql.join(found, sql` OR `)})`;
}

const COST_ACCOUNTS = sql`(SELECT id FROM account WHERE role IN (${sql.join([...COST_ROLES])}))`;
/** Leaves out lines of a document that only move a coding's cost between accounts: over its cost accounts they come to nothing. */
function withoutMoves({ moves }: LineView): RawBuilder<unknown> {
  if (moves === 'shown') return sql``;
  return sql`AND (l.account_id NOT IN ${COST_ACCOUNTS} OR l.project_id IS NULL OR (
    SELECT SUM(o.amount_cents) FROM journal_line o
    WHERE o.project_id = l.project_id AND o.posted_on = l.posted_on AND ${entryOf('o.id')} = ${entryOf('l.id')}
      AND o.account_id IN ${COST_ACCOUNTS} AND ${sameCoding('o', 'l')}) <> 0)`;
}

/** All lines of a document, in the order posted. */
export async function documentLines(db: Db, document: number): Promise<LineAnswer[]> {
  const hidden = isPayHidden(db);
  const { rows } = await sql<LineRow>`${lineColumns(hidden)} WHERE e.document_id = ${document} ${onceOfRole(hidden)}
    ORDER BY l.id`.execute(db);
  return rows.map((row) => lineAnswer(row, hidden));
}

/** How many lines meet `where`, and what they add up to. */
export async function lineSum(
  db: Db,
  where: RawBuilder<unknown>,
): Promise<{ readonly count: number; readonly amount: Cents }> {
  const { rows } = await sql<{ count: number; amount: number | null }>`
    SELECT COUNT(*) AS count, SUM(l.amount_cents) AS amount
    FROM journal_line l JOIN account a ON a.id = l.account_id WHERE ${where}`.execute(db);
  return { count: rows[0]?.count ?? 0, amount: cents(rows[0]?.amount ?? 0) };
}

/** Dimensions that name a record, with its table. */
const NAMED = DIMENSION_NAMES.flatMap((name) => {
  const { column } = DIMENSIONS[name];
  return column.endsWith('_id') ? [{ name, column, table: column.slice(0, -3) }] : [];
});
const CODES = sql.join(
  DIMENSION_NAMES.map((name) => {
    const named = NAMED.some((each) => each.name === name);
    const code = named ? sql.ref(`of_${name}.code`) : sql.ref(`l.${DIMENSIONS[name].column}`);
    return sql`${code} AS ${sql.ref(`code_${name}`)}`;
  }),
);
const JOINS = sql.join(
  NAMED.map(
    ({ name, column, table }) =>
      sql`LEFT JOIN ${sql.table(table)} AS ${sql.ref(`of_${name}`)} ON ${sql.ref(`of_${name}.id`)} = ${sql.ref(`l.${column}`)}`,
  ),
  sql` `,
);
/** A payroll, or what takes one back: its lines of people are what each was paid. */
const IS_PAYROLL = sql`(l.employee_id IS NOT NULL AND (d.kind = 'payroll'
  OR EXISTS (SELECT 1 FROM document v WHERE v.id = d.reverses_id AND v.kind = 'payroll')))`;
/**
 * The lines that are one where pay is hidden: of the same entry and account, those of everybody on a payroll, and else those of people of
 * one role on the same coding.
 */
const TOGETHER = sql`journal_line t JOIN employee w ON w.id = t.employee_id
  WHERE ${isOfEntry('t.id')} AND t.account_id = l.account_id
    AND (${IS_PAYROLL} OR (w.job_role = of_employee.job_role AND ${sameCoding('t', 'l')}))`;

/** Where pay is hidden, the first of such lines stands for all of them. */
function onceOfRole(hidden: boolean): RawBuilder<unknown> {
  return hidden ? sql`AND NOT (l.employee_id IS NOT NULL AND l.id > (SELECT MIN(t.id) FROM ${TOGETHER}))` : sql``;
}

function lineColumns(hidden: boolean): RawBuilder<unknown> {
  const summed = (column: 'amount_cents' | 'quantity_e4') =>
    hidden
      ? sql`CASE WHEN l.employee_id IS NULL THEN l.${sql.ref(column)} ELSE (SELECT SUM(t.${sql.ref(column)}) FROM ${TOGETHER}) END`
      : sql`l.${sql.ref(column)}`;
  return sql`
  SELECT l.id, d.id AS document_id, d.kind AS document_kind, d.number AS document_number, l.posted_on, e.recorded_at,
    a.code || ' ' || a.name AS account, coalesce(of_party.name, of_employee.name) AS party_name, l.text,
    ${summed('quantity_e4')} AS quantity_e4, ${summed('amount_cents')} AS amount_cents, of_employee.job_role, ${CODES}
  FROM journal_line l
  JOIN journal_entry e ON e.id = ${entryOf('l.id')}
  JOIN document d ON d.id = e.document_id
  JOIN account a ON a.id = l.account_id
  ${JOINS}`;
}

function lineAnswer(row: LineRow, hidden: boolean): LineAnswer {
  const named = Object.fromEntries(
    DIMENSION_NAMES.map((name) => [name, row[`code_${name}`] ?? null]),
  ) as LineAnswer['codes'];
  // By day and role, not by person.
  const isOfPerson = hidden && named.employee !== null;
  const codes = isOfPerson ? { ...named, employee: null } : named;
  const mark = codes.costType === null ? '' : COST_TYPE_MARKS[codes.costType as CostType];
  const code = codes.costCode === null ? '' : `${codes.phase === null ? '' : `${codes.phase}/`}${codes.costCode}`;
  return {
    id: row.id,
    documentId: row.document_id,
    documentKind: row.document_kind,
    documentNumber: row.document_number,
    postedOn: dayOf(row.posted_on),
    recordedAt: new Date(row.recorded_at).toISOString(),
    account: row.account,
    projectCode: codes.project,
    coding: `${code} ${mark}`.trim(),
    codes,
    party: isOfPerson && named.party === null ? row.job_role || 'Labor' : row.party_name,
    text: isOfPerson ? '' : row.text,
    quantity: row.quantity_e4,
    amountCents: row.amount_cents,
  };
}
