import type { Ratio } from '../money/ratio.ts';

/** What a column holds: how it is drawn, put in order, and written to files. Money in minor units, hours and prices of one in ten-thousandths. */
export type Holds = 'text' | 'day' | 'money' | 'percent' | 'hours' | 'price' | 'count';

/** Null where there is nothing to say. */
export type Value = string | number | Ratio | null;

export interface Cell {
  readonly value: Value;
  /** The key its trace is asked by. */
  readonly figure?: string | undefined;
}

/** What EAC stands for, where a head has no room for it. */
export const EAC = 'Estimated cost at completion';

/** What a column is called, and how it is read. */
export interface TableColumn {
  readonly id: string;
  readonly head: string;
  /** The head in full, where it is an abbreviation. */
  readonly long?: string;
  /** What files call it; no two of a report are called alike. */
  readonly file: string;
  readonly holds: Holds;
  /** Colors by meaning. */
  readonly tone?: 'earned' | 'billed' | 'cost' | 'gap' | 'plain';
  /** Gives way where the table is wide. */
  readonly gives?: true;
  /** `screen`: not written to files. `file`: written to files, and on screen only where it is chosen. */
  readonly only?: 'screen' | 'file';
  /** It is one column's share of others added up, by their ids; of a sum of rows it is that of the sums. Per hour where it holds money. */
  readonly share?: { readonly part: string; readonly whole: readonly string[] };
  /** What it is made of beside it, by the ids of columns; a workbook writes it as a formula where the row's value is just that. */
  readonly madeOf?: MadeOf;
  /** How it is worked out from what stands beside it, in words: `profit ÷ revenue`. */
  readonly formula?: string;
}

/** (plus − minus) ÷ over, or where that is below zero and `orZero` is said, nothing. */
export interface MadeOf {
  readonly plus: readonly string[];
  readonly minus?: readonly string[];
  readonly over?: readonly string[];
  readonly orZero?: true;
}

export type RowTone = 'unbudgeted' | 'trouble' | 'strong';

export interface TableRow {
  readonly key: string;
  /** What it is called, for those who do not see it. */
  readonly name: string;
  readonly tone: RowTone | undefined;
  /** The project or document its first column leads to. */
  readonly leadsTo: string | undefined;
  readonly cells: readonly Cell[];
  /** It is the sum of so many rows that follow it. */
  readonly sums?: number;
  /** It is the sum of other rows, by their keys, some of them taken off. */
  readonly adds?: readonly { readonly key: string; readonly isTakenOff?: true }[];
}

/** A report as it is drawn, saved and printed. */
export interface Table {
  readonly columns: readonly TableColumn[];
  readonly rows: readonly TableRow[];
  /** Null where a report adds nothing up. */
  readonly totals: readonly Cell[] | null;
}

/** A column with what it says of a row, and of all of them together. */
export interface ColumnOf<Row> extends TableColumn {
  readonly of: (row: Row) => Value | Cell;
  readonly total?: Value | Cell;
}

interface RowFacts<Row> {
  readonly key: (row: Row) => string | number;
  readonly name: (row: Row) => string;
  readonly tone?: (row: Row) => RowTone | undefined;
  readonly leadsTo?: (row: Row) => string | undefined;
  readonly adds?: (row: Row) => TableRow['adds'];
}

/** The table of a report: its columns said of each row. */
export function tableOf<Row>(
  columns: readonly ColumnOf<Row>[],
  rows: readonly Row[],
  { key, name, tone, leadsTo, adds }: RowFacts<Row>,
): Table {
  const hasTotals = columns.some(({ total }) => total !== undefined);
  return {
    columns: columns.map(({ of: _of, total: _total, ...column }) => column),
    rows: rows.map((row) => ({
      key: String(key(row)),
      name: name(row),
      tone: tone?.(row),
      leadsTo: leadsTo?.(row),
      ...addedBy(adds?.(row)),
      cells: columns.map(({ of }) => cellOf(of(row))),
    })),
    totals: hasTotals ? columns.map(({ total = '' }) => cellOf(total)) : null,
  };
}

/** A row that adds nothing up says nothing of it. */
function addedBy(adds: TableRow['adds']): Pick<TableRow, 'adds'> {
  return adds === undefined ? {} : { adds };
}

function cellOf(said: Value | Cell): Cell {
  return said !== null && typeof said === 'object' && 'value' in said ? said : { value: said };
}

/** An amount with its figure, as the wire has it. */
export function traced({
  amountCents,
  figure,
}: {
  readonly amountCents: number;
  readonly figure?: string | undefined;
}): Cell {
  return { value: amountCents, figure };
}

/** What a value is put in order by; what says nothing comes first. */
export function orderOf(value: Value): string | number {
  if (value === null || value === '') return Number.NEGATIVE_INFINITY;
  return typeof value === 'object' ? value.numerator / value.denominator : value;
}

/** Negative where the first comes before. */
export function compareValues(one: Value, other: Value): number {
  const [left, right] = [orderOf(one), orderOf(other)];
  if (typeof left === 'number' && typeof right === 'number') return left === right ? 0 : left - right;
  if (typeof left === 'number' || typeof right === 'number') return typeof left === 'number' ? -1 : 1;
  return left < right ? -1 : left > right ? 1 : 0;
}

/** Rows in the order of one of their values: `earned`, or `-earned` from large to small. As they are where there is no such value. */
export function orderedBy<Row>(
  rows: readonly Row[],
  by: string,
  values: Readonly<Record<string, (row: Row) => Value>>,
): readonly Row[] {
  const value = values[by.replace(/^-/, '')];
  if (value === undefined) return rows;
  const sign = by.startsWith('-') ? -1 : 1;
  return rows.toSorted((one, other) => sign * compareValues(value(one), value(other)));
}

/** Places of the rows in the order of a column: `earned`, or `-earned` from large to small. As they are where it has no such column. */
export function orderedPlaces({ columns, rows }: Table, by: string): readonly number[] {
  const places = rows.map((_, place) => place);
  const column = columns.findIndex(({ id }) => id === by.replace(/^-/, ''));
  if (column < 0) return places;
  const sign = by.startsWith('-') ? -1 : 1;
  const valueAt = (place: number): Value => rows[place]?.cells[column]?.value ?? null;
  return places.toSorted((one, other) => sign * compareValues(valueAt(one), valueAt(other)));
}
