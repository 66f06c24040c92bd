import { typedDate, type DayReading } from '../calendar/typed-date.ts';
import { isoDate, mondayOf, type IsoDate } from '../calendar/iso-date.ts';
import { accepted, following, listed, mapped, refused, type Decision } from '../problems/decision.ts';
import { cellsOf, withCells, withParts, type SheetCells } from './sheet-cells.ts';
import type { SheetField } from './kind-of-sheet.ts';
import type { SheetColumn } from './sheet-column.ts';
import { sheetKind, type Sheet, type SheetKind } from './sheets.ts';

/** A column of a file of sheets: what stands above the rows of a sheet is on each of its lines. */
export interface FileColumn {
  /** Its head. */
  readonly name: string;
  /** The field or column it is. */
  readonly id: string;
  readonly isField: boolean;
  readonly holds: SheetColumn['holds'] | SheetField['holds'];
}

const ANY_DAY = isoDate('2000-01-03');

/** The columns of files of a kind of sheet; control totals stay with the paper. */
export function fileColumns(kind: SheetKind): readonly FileColumn[] {
  const { fields, columns, everyColumn, blank } = sheetKind(kind);
  const kept = fields.filter(({ hint }) => hint === undefined);
  return [
    ...kept.map(({ id, holds }) => ({ name: id === 'text' ? 'sheetText' : id, id, isField: true, holds })),
    ...(everyColumn ?? columns(blank(ANY_DAY)))
      .filter(({ isShown }) => !isShown)
      .map(({ id, head, holds }) => ({
        name: id.includes('/') ? (head.split(' ')[0] ?? id).toLowerCase() : id,
        ...{ id, holds, isField: false },
      })),
  ];
}

/** A sheet line by line, as its file has it; where a blank row begins the next document, one follows it. */
export function fileRows(sheet: Sheet): readonly SheetCells[] {
  const columns = fileColumns(sheet.kind);
  const above = new Map(Object.entries(sheet));
  const { columns: shown, blankRowEnds = false } = sheetKind(sheet.kind);
  const rows = cellsOf(sheet, shown(sheet)).map((cells) =>
    Object.fromEntries(
      columns.map(({ name, id, isField }) => [name, isField ? String(above.get(id) ?? '') : (cells[id] ?? '')]),
    ),
  );
  const blank = Object.fromEntries(columns.map(({ name }) => [name, '']));
  return blankRowEnds ? [...rows, blank] : rows;
}

/** The sheet with its days as they were posted, however they were typed: what is typed is near another month when it comes back. */
export function withPostedDays(
  sheet: Sheet,
  posted: { readonly datedOn: IsoDate; readonly dueOn: IsoDate | null },
): Sheet {
  const day = (id: string, typed: string): string =>
    typed.trim() === '' ? typed : id === 'datedOn' ? posted.datedOn : id === 'dueOn' ? (posted.dueOn ?? typed) : typed;
  const { columns: columnsOf, rowsHaveDays = false } = sheetKind(sheet.kind);
  const columns = columnsOf(sheet);
  const rows = cellsOf(sheet, columns).map((cells, place) =>
    Object.fromEntries(
      Object.entries(cells).map(([id, typed]) => {
        if (rowsHaveDays) return [id, typed];
        // The day of its first row may have been left out: it was that of the posting.
        return [id, id === 'datedOn' && place === 0 ? posted.datedOn : day(id, typed)];
      }),
    ),
  );
  const above = Object.entries(sheet).filter(([id]) => id === 'datedOn');
  return withCells(
    withParts(sheet, Object.fromEntries(above.map(([id, typed]) => [id, day(id, String(typed))]))),
    rows,
    columns,
  );
}

/** The sheets of a file's lines: those that have the same above their rows are one. Problems name the line, the heads being line 1. */
export function sheetsOfFile(
  kind: SheetKind,
  lines: readonly SheetCells[],
  days: DayReading,
): Decision<readonly Sheet[]> {
  const columns = fileColumns(kind);
  const fields = columns.filter(({ isField }) => isField);
  const begun = new Map(Object.entries(sheetKind(kind).blank(days.near)));
  const read = lines.map((line, place) =>
    mapped(aboveIn(line, { fields, begun, place, days }), (above) => ({
      above,
      cells: Object.fromEntries(
        columns.filter(({ isField }) => !isField).map(({ name, id }) => [id, line[name] ?? '']),
      ),
    })),
  );
  return following(listed(read), (all) => {
    const sheets = new Map<string, { above: SheetCells; rows: SheetCells[] }>();
    for (const { above, cells } of all) {
      const key = JSON.stringify(above);
      const known = sheets.get(key);
      if (known) known.rows.push(cells);
      else sheets.set(key, { above, rows: [cells] });
    }
    return listed([...sheets.values()].map(({ above, rows }) => sheetOf(kind, { above, rows }, days)));
  });
}

interface FileSheet {
  readonly above: SheetCells;
  readonly rows: readonly SheetCells[];
}

function sheetOf(kind: SheetKind, { above, rows }: FileSheet, { near }: DayReading): Decision<Sheet> {
  const { blank, columns: shown, everyColumn, mostRows: most } = sheetKind(kind);
  const begun = withParts(blank(near), above);
  // A file has all columns, also those that a sheet shows only when they are wanted.
  const columns = everyColumn ?? shown(begun);
  return rows.length > most
    ? refused({ at: 'csv', kind: 'file-unreadable', reason: `a sheet has at most ${most} rows; import it in parts` })
    : accepted(withCells(begun, rows, columns));
}

interface Line {
  readonly fields: readonly FileColumn[];
  /** An empty sheet, by its fields: a day that it leaves empty may stay so. */
  readonly begun: ReadonlyMap<string, unknown>;
  readonly place: number;
  readonly days: DayReading;
}

/** What stands above the rows, days and weeks as ISO days. */
function aboveIn(line: SheetCells, { fields, begun, place, days }: Line): Decision<SheetCells> {
  const read = fields.map(({ id, name, holds }): Decision<readonly [string, string]> => {
    const typed = line[name] ?? '';
    if (holds !== 'week' && holds !== 'day') return accepted([id, typed]);
    if (typed.trim() === '' && begun.get(id) === '') return accepted([id, '']);
    const day = typedDate(typed, days.near, days.order);
    return day === undefined
      ? refused({ at: `row ${place + 2}/${name}`, kind: 'unreadable-day', typed })
      : accepted([id, holds === 'week' ? mondayOf(day) : day]);
  });
  return mapped(listed(read), (entries) => Object.fromEntries(entries));
}
