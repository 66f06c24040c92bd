import type { Cell, MadeOf, TableColumn, TableRow, Value } from '@lowtide/core/reports/table.ts';
import type { ShownTable } from './table-files.ts';

/** Where the cells of a table lie in its sheet. */
export interface Placed {
  readonly columns: readonly TableColumn[];
  /** Of each column. */
  readonly letters: readonly string[];
  readonly rows: readonly TableRow[];
}

/** Line of the first row: the heads stand above. */
const FIRST = 2;

/** The formulas of a row, each at the place of its column; undefined where the cell holds a value of its own. */
export function rowFormulas(placed: Placed, row: TableRow, index: number): readonly (string | undefined)[] {
  const line = FIRST + index;
  return placed.columns.map(
    (column, place) =>
      addedFormula(placed, row, place) ??
      ownFormula(placed, column, { cells: row.cells, line }) ??
      ((row.sums ?? 0) > 0 && typeof row.cells[place]?.value === 'number'
        ? sumFormula(placed.letters[place] ?? '', line + 1, line + (row.sums ?? 0))
        : undefined),
  );
}

/** The formulas of the totals below all rows. */
export function totalFormulas(
  placed: Placed,
  totals: NonNullable<ShownTable['totals']>,
): readonly (string | undefined)[] {
  const line = FIRST + placed.rows.length;
  return placed.columns.map((column, place) =>
    addUp(placed.rows, place, totals[place])
      ? sumFormula(placed.letters[place] ?? '', FIRST, line - 1)
      : ownFormula(placed, column, { cells: totals, line }),
  );
}

interface Line {
  readonly cells: readonly Cell[];
  readonly line: number;
}

/** Out of the cells beside it: a share, or what it is made of. */
function ownFormula(placed: Placed, column: TableColumn, at: Line): string | undefined {
  return shareFormula(placed, column, at) ?? madeFormula(placed, column, at);
}

/** Sums of sums count nothing twice: SUBTOTAL leaves other SUBTOTALs out. */
function sumFormula(letter: string, first: number, last: number): string {
  return `SUBTOTAL(9,${letter}${first}:${letter}${last})`;
}

function addUp(rows: readonly TableRow[], place: number, total: Cell | undefined): boolean {
  const own = rows.filter(({ sums }) => sums === undefined);
  return (
    typeof total?.value === 'number' && own.reduce((all, { cells }) => all + number(cells[place]), 0) === total.value
  );
}

function number(cell: Cell | undefined): number {
  return typeof cell?.value === 'number' ? cell.value : 0;
}

/** The sum of the rows it adds up, where it is just that. */
function addedFormula({ letters, rows }: Placed, { adds = [], cells }: TableRow, place: number): string | undefined {
  const letter = letters[place];
  const cell = cells[place];
  if (adds.length === 0 || letter === undefined || typeof cell?.value !== 'number') return undefined;
  const parts = adds.map(({ key, isTakenOff = false }) => ({
    at: rows.findIndex((row) => row.key === key),
    isTakenOff,
  }));
  const sum = parts.reduce(
    (all, { at, isTakenOff }) => all + (isTakenOff ? -1 : 1) * number(rows[at]?.cells[place]),
    0,
  );
  if (parts.some(({ at }) => at < 0) || sum !== cell.value) return undefined;
  const [first] = parts;
  const isRun = parts.every(({ at, isTakenOff }, index) => !isTakenOff && at === (first?.at ?? 0) + index);
  if (isRun && parts.length > 1) {
    return `SUM(${letter}${FIRST + (first?.at ?? 0)}:${letter}${FIRST + (parts.at(-1)?.at ?? 0)})`;
  }
  return parts
    .map(({ at, isTakenOff }, index) => `${isTakenOff ? '-' : index === 0 ? '' : '+'}${letter}${FIRST + at}`)
    .join('');
}

/** The addresses of cells of a line by their columns; undefined where the sheet has not all of them. */
function addresses({ columns, letters }: Placed, ids: readonly string[], line: number): readonly string[] | undefined {
  const found = ids.map((id) => letters[columns.findIndex((column) => column.id === id)]);
  return found.includes(undefined) ? undefined : found.map((letter) => `${letter}${line}`);
}

function added(plus: readonly string[], minus: readonly string[] = []): string {
  return [plus.join('+'), ...minus].join('-');
}

/** A share out of the cells it is worked out of, where the sheet has all of them. */
function shareFormula(placed: Placed, { share, holds }: TableColumn, { line }: Line): string | undefined {
  if (share === undefined) return undefined;
  const [part] = addresses(placed, [share.part], line) ?? [];
  const whole = addresses(placed, share.whole, line);
  if (part === undefined || whole === undefined) return undefined;
  return quotient(part, whole, holds);
}

function quotient(part: string, whole: readonly string[], holds: TableColumn['holds']): string {
  const all = whole.length === 1 ? whole.join('') : `(${whole.join('+')})`;
  return `IF(${all}=0,"",${holds === 'percent' ? '100*' : ''}${part}/${all})`;
}

/** What it is made of, where it comes to just that: a project may be measured otherwise. */
function madeFormula(placed: Placed, { id, madeOf, holds }: TableColumn, { cells, line }: Line): string | undefined {
  if (madeOf === undefined) return undefined;
  const [plus, minus, over] = [madeOf.plus, madeOf.minus ?? [], madeOf.over ?? []].map((ids) =>
    addresses(placed, ids, line),
  );
  const valueOf = (column: string): number => number(cells[placed.columns.findIndex((each) => each.id === column)]);
  const value = cells[placed.columns.findIndex((each) => each.id === id)]?.value ?? null;
  if (plus === undefined || minus === undefined || over === undefined || !comesTo(madeOf, valueOf, value)) {
    return undefined;
  }
  const sum = added(plus, minus);
  if (over.length === 0) return madeOf.orZero === true ? `MAX(0,${sum})` : sum;
  return quotient(plus.length + minus.length === 1 ? sum : `(${sum})`, over, holds);
}

function comesTo({ plus, minus = [], over = [], orZero }: MadeOf, of: (id: string) => number, value: Value): boolean {
  const all = (ids: readonly string[]): number => ids.reduce((sum, id) => sum + of(id), 0);
  const sum = all(plus) - all(minus);
  if (over.length === 0) return value === (orZero === true ? Math.max(0, sum) : sum);
  if (value === null || typeof value !== 'object') return false;
  return BigInt(sum) * BigInt(value.denominator) === BigInt(all(over)) * BigInt(value.numerator) && all(over) !== 0;
}
