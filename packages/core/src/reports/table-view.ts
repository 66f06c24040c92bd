import { isIsoDate } from '../calendar/iso-date.ts';
import { numberIn } from '../cells/cell.ts';
import { groupedBy } from '../collections/grouped-by.ts';
import { ratio, roundedQuotient, type Ratio, millionthsOf } from '../money/ratio.ts';
import { accepted, listed, mapped, refused, type Decision } from '../problems/decision.ts';
import {
  compareValues,
  orderedPlaces,
  type Cell,
  type Table,
  type TableColumn,
  type TableRow,
  type Value,
} from './table.ts';

/** What can be asked of a value, and its words for text, for numbers and for days. */
export const TESTS = {
  is: { text: 'is', number: 'is', day: 'is' },
  not: { text: 'is not', number: 'is not', day: 'is not' },
  has: { text: 'contains' },
  among: { text: 'is one of' },
  above: { number: 'is above', day: 'is after' },
  below: { number: 'is below', day: 'is before' },
} as const satisfies Readonly<Record<string, Partial<Record<Sort, string>>>>;

export type Test = keyof typeof TESTS;
type Sort = 'text' | 'number' | 'day';

/** Values that may be asked for at once. */
export const AMONG = '|';

/** Rows are shown where a column's value passes a test against what was typed. */
export interface Filter {
  readonly column: string;
  readonly test: Test;
  readonly typed: string;
}

/** How a list is looked at: which rows, in which order, in which groups. */
export interface TableView {
  readonly filters: readonly Filter[];
  /** A column; empty where rows are in no groups. */
  readonly group: string;
  /** `earned`, or `-earned` from large to small; empty where rows are as they come. */
  readonly order: string;
}

/** A filter as an address has it: `client:has:Corvane`. */
export function filterText({ column, test, typed }: Filter): string {
  return `${column}:${test}:${typed}`;
}

/** The filter an address has, or what is wrong with it; its value is one that the column can hold. */
export function readFilter(columns: readonly TableColumn[], text: string): Decision<Filter> {
  const [id = '', test = '', ...rest] = text.split(':');
  const column = columns.find((one) => one.id === id);
  if (column === undefined) {
    return refused({ at: 'filter', kind: 'not-a-choice', typed: id, choices: columns.map((one) => one.id) });
  }
  const tests = testsOf(column);
  if (!tests.includes(test as Test)) {
    return refused({ at: 'filter', kind: 'not-a-choice', typed: test, choices: tests });
  }
  const filter = { column: id, test: test as Test, typed: rest.join(':') };
  return mapped(wanted(column, filter.typed), () => filter);
}

/** What can be asked of a column's values. */
export function testsOf(column: Pick<TableColumn, 'holds'>): readonly Test[] {
  return (Object.keys(TESTS) as Test[]).filter((test) => sortOf(column) in TESTS[test]);
}

/** A test of a column in words: `is above`. */
export function testWords(column: Pick<TableColumn, 'holds'>, test: Test): string {
  const words: Partial<Record<Sort, string>> = TESTS[test];
  return words[sortOf(column)] ?? test;
}

function sortOf({ holds }: Pick<TableColumn, 'holds'>): Sort {
  return holds === 'text' || holds === 'day' ? holds : 'number';
}

/** Decimals of what is typed for each kind of number, and how its whole compares with values in the table. */
const DECIMALS = { money: 2, hours: 4, price: 4, percent: 4, count: 0 } as const;

/** The value that was typed, as the column holds it. */
function wanted({ holds }: TableColumn, typed: string): Decision<Value> {
  const cell = { typed: typed.trim(), at: 'filter' };
  if (holds === 'text') return accepted(cell.typed);
  if (holds === 'day') {
    return isIsoDate(cell.typed) ? accepted(cell.typed) : refused({ at: 'filter', kind: 'unreadable-day', typed });
  }
  const read = numberIn(cell, DECIMALS[holds]);
  return holds === 'percent' ? mapped(read, (scaled) => millionthsOf(scaled)) : read;
}

/** The list as it is looked at: rows that pass, in order, in groups each below its sum; totals are of the rows that pass. */
export function viewed(table: Table, { filters, group, order }: TableView): Table {
  const kept = filters.length === 0 ? table : filtered(table, filters);
  const ordered = orderedRows(kept, order);
  return group === '' ? ordered : grouped(ordered, group, order);
}

/** The filters of an address, all of what is wrong with them at once. */
export function readFilters(columns: readonly TableColumn[], texts: readonly string[]): Decision<readonly Filter[]> {
  return listed(texts.map((text) => readFilter(columns, text)));
}

function filtered(table: Table, filters: readonly Filter[]): Table {
  const tests = filters.map((filter) => testOf(table.columns, filter));
  const rows = table.rows.filter((row) => tests.every((passes) => passes(row)));
  const label = table.columns.findIndex((_, place) => isLabel(table.totals?.[place]));
  return { ...table, rows, totals: table.totals && together(table, rows, { label, name: 'Total' }) };
}

function isLabel(cell: Cell | undefined): boolean {
  return typeof cell?.value === 'string' && cell.value !== '';
}

function testOf(columns: readonly TableColumn[], { column: id, test, typed }: Filter): (row: TableRow) => boolean {
  const place = columns.findIndex((one) => one.id === id);
  const column = columns[place];
  const read = column && wanted(column, typed);
  if (!read?.ok) return () => true;
  const value = ({ cells }: TableRow): Value => cells[place]?.value ?? null;
  if (column?.holds === 'text') return (row) => textPasses(test, String(value(row) ?? ''), typed);
  // What says nothing is neither above nor below anything.
  return (row) => value(row) !== null && value(row) !== '' && orderPasses(test, compareValues(value(row), read.value));
}

function textPasses(test: Test, value: string, typed: string): boolean {
  const [have, want] = [value.toLowerCase(), typed.trim().toLowerCase()];
  if (test === 'has') return have.includes(want);
  if (test === 'among') return want.split(AMONG).includes(have);
  return (have === want) === (test === 'is');
}

function orderPasses(test: Test, order: number): boolean {
  return test === 'above' ? order > 0 : test === 'below' ? order < 0 : (order === 0) === (test === 'is');
}

function orderedRows(table: Table, order: string): Table {
  return { ...table, rows: orderedPlaces(table, order).flatMap((place) => table.rows[place] ?? []) };
}

function placeOf({ columns }: Table, order: string): number {
  return columns.findIndex(({ id }) => id === order.replace(/^-/, ''));
}

/** Groups by the text of a column, each below the sum of its rows; in the order of their sums where rows are put in order by an amount. */
function grouped(table: Table, group: string, order: string): Table {
  const place = placeOf(table, group);
  if (place < 0) return table;
  const byAmount = placeOf(table, order);
  const sign = order.startsWith('-') ? -1 : 1;
  const groups = [...groupedBy(table.rows, ({ cells }) => String(cells[place]?.value ?? ''))].map(([name, rows]) => ({
    rows,
    head: headOf(table, rows, name === '' ? 'None' : name),
  }));
  const key = ({ head }: (typeof groups)[number]): Value => {
    const value = byAmount < 0 ? '' : (head.cells[byAmount]?.value ?? '');
    return value === '' ? head.name : value;
  };
  groups.sort((one, other) => sign * compareValues(key(one), key(other)));
  return { ...table, rows: groups.flatMap(({ head, rows }) => [head, ...rows]) };
}

function headOf(table: Table, rows: readonly TableRow[], name: string): TableRow {
  const cells = [...together(table, rows)];
  // The first column on screen and the first in files are not always the same one.
  for (const other of ['file', 'screen'] as const) {
    const first = table.columns.findIndex(({ only }) => only !== other);
    if (first >= 0) cells[first] = { value: name };
  }
  return { key: `sum of ${name}`, name, tone: 'strong', leadsTo: undefined, cells, sums: rows.length };
}

interface Label {
  readonly label: number;
  readonly name: string;
}

/** Some rows of a table as one: what adds up added up, shares worked out of the sums, nothing in the other columns. */
export function together(table: Table, rows: readonly TableRow[], label?: Label): readonly Cell[] {
  const sums = table.columns.map((column, place) => (addsUp(table, place) ? sumAt(rows, place) : null));
  return table.columns.map(({ share, holds }, place) => {
    if (place === label?.label) return { value: label.name };
    if (share !== undefined) return { value: shareIn(table.columns, sums, { ...share, holds }) };
    return { value: sums[place] ?? '' };
  });
}

/** Whether the values of a column make sense added up: those that have a total and are no share of others. */
export function addsUp({ columns, totals }: Table, place: number): boolean {
  return typeof totals?.[place]?.value === 'number' && columns[place]?.share === undefined;
}

function sumAt(rows: readonly TableRow[], place: number): number {
  return rows.reduce((all, { cells }) => {
    const value = cells[place]?.value;
    return typeof value === 'number' ? all + value : all;
  }, 0);
}

/** A share worked out of other columns; nothing where the whole is none. An amount per hour is to the minor unit. */
function shareIn(
  columns: readonly TableColumn[],
  values: readonly (number | null)[],
  { part, whole, holds }: NonNullable<TableColumn['share']> & Pick<TableColumn, 'holds'>,
): Ratio | number | null {
  const valueOf = (id: string): number => values[columns.findIndex((one) => one.id === id)] ?? 0;
  const all = whole.reduce((sum, id) => sum + valueOf(id), 0);
  if (all === 0) return null;
  const share = ratio(valueOf(part), all);
  return holds === 'percent' ? share : roundedQuotient(10_000, share.numerator, share.denominator);
}
