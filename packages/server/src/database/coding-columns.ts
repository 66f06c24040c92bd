import { invariant } from '@lowtide/core/invariant.ts';
import { CODING_NAMES, codingOf, DIMENSIONS, type Coding } from '@lowtide/core/ledger/dimensions.ts';
import { sql, type RawBuilder } from 'kysely';

/** The columns of a coding, in every table that has one: a further dimension of the coding is a further column of each. */
export const CODING_COLUMNS: readonly string[] = CODING_NAMES.map((name) => DIMENSIONS[name].column);
/** The same without the project, for tables whose rows have theirs elsewhere. */
export const WITHIN_PROJECT: readonly string[] = CODING_COLUMNS.filter(
  (column) => column !== DIMENSIONS.project.column,
);

const ABSENT = new Map<string, 0 | ''>(CODING_NAMES.map((name) => [DIMENSIONS[name].column, DIMENSIONS[name].absent]));

function ofTable(alias: string, column: string): RawBuilder<unknown> {
  return sql.ref(alias === '' ? column : `${alias}.${column}`);
}

/** The columns of a coding of a table by its alias, as they are stored. */
export function codingOfTable(alias: string, columns: readonly string[] = CODING_COLUMNS): RawBuilder<unknown> {
  return sql.join(columns.map((column) => ofTable(alias, column)));
}

/** The columns as balances keep them, by their own names: what is absent is 0 or empty. Of all of the coding, or of what follows its project. */
export function codingKept(alias: string, columns: readonly string[] = CODING_COLUMNS): RawBuilder<unknown> {
  return sql.join(columns.map((column) => sql`${kept(alias, column)} AS ${sql.ref(column)}`));
}

function kept(alias: string, column: string): RawBuilder<unknown> {
  const absent = ABSENT.get(column);
  // Every coding has its project: what is found by it stays found by it.
  return column === DIMENSIONS.project.column
    ? ofTable(alias, column)
    : sql`ifnull(${ofTable(alias, column)}, ${sql.lit(absent)})`;
}

/** Whether two tables, by their aliases, have the same coding; of all of it, or of what follows the project. */
export function sameCoding(
  one: string,
  other: string,
  columns: readonly string[] = CODING_COLUMNS,
): RawBuilder<boolean> {
  return sql`(${sql.join(
    columns.map((column) => sql`${kept(one, column)} = ${kept(other, column)}`),
    sql` AND `,
  )})`;
}

/** The coding of a row of a table in which every row has one. */
export function knownCoding(row: Readonly<Record<string, unknown>>): Coding {
  const coding = codingOf(row);
  invariant(coding !== null, 'the table has no row without a coding');
  return coding;
}

/** A coding as its columns hold it. */
export interface CodingRow {
  project_id: number;
  phase_id: number | null;
  cost_code_id: number;
  cost_type: string;
}
/** As columns hold it that may hold none. */
export type CodingColumns = { [C in keyof CodingRow]: CodingRow[C] | null };

export function codingRow(coding: Coding): CodingRow;
export function codingRow(coding: Coding | null): CodingColumns;
export function codingRow(coding: Coding | null): unknown {
  return Object.fromEntries(CODING_NAMES.map((name) => [DIMENSIONS[name].column, coding?.[name] ?? null]));
}

/** The same for tables whose rows have their project elsewhere. */
export function withinProject(coding: Coding): Omit<CodingRow, 'project_id'>;
export function withinProject(coding: Coding | null): Omit<CodingColumns, 'project_id'>;
export function withinProject(coding: Coding | null): unknown {
  const { project_id: _project, ...rest } = codingRow(coding);
  return rest;
}

/** Whether the row of a table, by its alias, has the coding. */
export function hasCoding(alias: string, coding: Coding): RawBuilder<boolean> {
  const same = CODING_NAMES.map((name) => sql`${ofTable(alias, DIMENSIONS[name].column)} IS ${coding[name]}`);
  return sql`(${sql.join(same, sql` AND `)})`;
}

/** What of a coding is asked for: a dimension that is left out is not asked for, one of null is to be absent. */
export type CodingAsked = { readonly [D in (typeof CODING_NAMES)[number]]?: Coding[D] | number | string | null };

/** Whether the row of a table, by its alias, has what is asked for. */
export function hasAsked(alias: string, asked: CodingAsked): RawBuilder<boolean> {
  const conditions = CODING_NAMES.filter((name) => asked[name] !== undefined).map((name) => {
    const { column, absent } = DIMENSIONS[name];
    return sql`${kept(alias, column)} = ${asked[name] ?? absent}`;
  });
  return conditions.length === 0 ? sql`TRUE` : sql`(${sql.join(conditions, sql` AND `)})`;
}

/** The same as a list of values, in the order of the columns. */
export function codingValues(coding: Coding | null): readonly (number | string | null)[] {
  return CODING_NAMES.map((name) => coding?.[name] ?? null);
}
