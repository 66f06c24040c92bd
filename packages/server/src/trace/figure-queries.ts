import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, monthNumber } from '@lowtide/core/calendar/month.ts';
import { CODING_NAMES, DIMENSION_NAMES, DIMENSIONS, type DimensionName } from '@lowtide/core/ledger/dimensions.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { POSTED_FIGURES, type Figure, type FigureDimensions, type PostedName } from '@lowtide/core/trace/figure.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';
import { lineSum } from '../ledger/line-queries.ts';
import { entryOf } from '../database/line-number.ts';

export type PostedFigure = Figure & { readonly name: PostedName };

/** Which lines a posted figure is the sum of, over `l` and its account `a`. */
export function linesOf(figure: PostedFigure, at: Bounds): RawBuilder<unknown> {
  const from = figure.from === undefined ? sql`` : sql`AND l.posted_on >= ${dayNumber(firstDay(figure.from))}`;
  const known = at.firstLaterLine === null ? sql`` : sql`AND l.id < ${at.firstLaterLine}`;
  const closing = isWithoutClosing(figure)
    ? sql`AND ${entryOf('l.id')} NOT IN (SELECT id FROM journal_entry WHERE closing = 1)`
    : sql``;
  return sql`l.posted_on <= ${at.day} ${from} ${known} ${closing} AND ${accountsOf(figure)} ${dimensionsOf(figure)}`;
}

/** What closes a project clears what was billed, and bills nothing. */
function isWithoutClosing({ name }: PostedFigure): boolean {
  return name === 'billed';
}

/** What the figure's lines add up to, in its natural sign, and how many they are. */
export async function sumOfLines(db: Db, figure: PostedFigure, at: Bounds): Promise<{ count: number; amount: Cents }> {
  const { count, amount } = await lineSum(db, linesOf(figure, at));
  return { count, amount: cents(POSTED_FIGURES[figure.name].sign * amount) };
}

/** The figure from the balances kept for it; what the pages show. Falls back on lines where no balance has the cut. */
export async function postedValue(db: Db, figure: PostedFigure, at: Bounds): Promise<Cents> {
  const { sign } = POSTED_FIGURES[figure.name];
  if (at.firstLaterLine !== null || isWithoutClosing(figure) || !hasBalance(figure)) {
    return (await sumOfLines(db, figure, at)).amount;
  }
  const months = sql`l.month BETWEEN ${figure.from === undefined ? 0 : monthNumber(figure.from)} AND ${at.month}`;
  const byProject =
    figure.client !== undefined ||
    figure.name === 'cost-other' ||
    DIMENSION_NAMES.some((name) => figure[name] !== undefined);
  const { rows } = byProject
    ? await sql<{ amount: number | null }>`SELECT SUM(l.amount_cents) AS amount FROM project_coding_month l
        JOIN account a ON a.id = l.account_id
        WHERE ${months} AND ${accountsOf(figure)} ${dimensionsOf(figure)}`.execute(db)
    : await sql<{ amount: number | null }>`SELECT SUM(l.amount_cents) AS amount FROM account_month l
        JOIN account a ON a.id = l.account_id WHERE ${months} AND ${accountsOf(figure)}`.execute(db);
  return cents(sign * (rows[0]?.amount ?? 0));
}

/** Whether balances tell apart all that the figure asks for. They hold lines with a project only. */
function hasBalance(figure: PostedFigure): boolean {
  const asked = DIMENSION_NAMES.filter((name) => figure[name] !== undefined);
  if (asked.length === 0 && figure.client === undefined && figure.name !== 'cost-other') return true;
  const { project } = figure;
  const ofProjects = figure.client !== undefined || project === 'any' || typeof project === 'number';
  return ofProjects && asked.every((name) => CODING_NAMES.some((each) => each === name));
}

function accountsOf(figure: PostedFigure): RawBuilder<unknown> {
  if (figure.name === 'account') return sql`l.account_id = ${figure.account ?? 0}`;
  const { roles } = POSTED_FIGURES[figure.name];
  switch (roles) {
    case 'profit-and-loss':
      return sql`a.type IN ('revenue', 'cost-of-revenue', 'expense')`;
    case 'every account':
      return sql`TRUE`;
    case 'revenue-accounts':
      return sql`a.type = 'revenue'`;
    case 'cost-in-result':
      return sql`a.type IN ('cost-of-revenue', 'expense') AND ifnull(a.role, '') <> 'loss-expense'`;
    default:
      return sql`l.account_id IN (SELECT id FROM account WHERE role IN (${sql.join([...roles])}))`;
  }
}

/** Lines leave out what does not apply, balances keep it as 0 or empty text; the conditions read both. */
function dimensionsOf(figure: PostedFigure): RawBuilder<unknown> {
  const conditions = DIMENSION_NAMES.map((name) => dimensionIs(name, valueOf(figure, name)));
  const client =
    figure.client === undefined
      ? sql``
      : sql`AND l.project_id IN (SELECT id FROM project WHERE client_id = ${figure.client})`;
  return sql`${sql.join(conditions, sql` `)} ${client}`;
}

function valueOf(figure: PostedFigure, name: DimensionName): FigureDimensions[DimensionName] {
  return name === 'costType' && figure.name === 'cost-other' ? 'none' : figure[name];
}

function dimensionIs(name: DimensionName, value: FigureDimensions[DimensionName]): RawBuilder<unknown> {
  if (value === undefined) return sql``;
  const column = sql.ref(`l.${DIMENSIONS[name].column}`);
  if (value === 'none') return sql`AND ifnull(${column}, '') IN (0, '')`;
  if (value === 'any') return sql`AND ifnull(${column}, '') NOT IN (0, '')`;
  return sql`AND ${column} = ${value}`;
}

/** In words, what a figure is about: its project, code, client or account. */
export async function aboutOf(db: Db, figure: Figure): Promise<string> {
  const { project, client, account, costCode, costType, party, employee } = figure;
  const named = async (
    table: 'project' | 'party' | 'account' | 'cost_code' | 'employee',
    id: number,
  ): Promise<string> => {
    const row = await db.selectFrom(table).select(['code', 'name']).where('id', '=', id).executeTakeFirst();
    return row ? `${row.code} ${row.name}` : 'not in the books';
  };
  const parts = [
    typeof project === 'number' ? await named('project', project) : '',
    project === 'none' ? 'no project' : '',
    client === undefined ? '' : await named('party', client),
    account === undefined ? '' : await named('account', account),
    typeof costCode === 'number' ? await named('cost_code', costCode) : '',
    typeof party === 'number' ? await named('party', party) : '',
    typeof employee === 'number' ? await named('employee', employee) : '',
    costType ?? '',
  ].filter((part) => part !== '');
  return parts.length > 0 ? parts.join(' · ') : 'the company';
}
