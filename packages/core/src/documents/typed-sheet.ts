import type { IsoDate } from '../calendar/iso-date.ts';
import { lastDay } from '../calendar/month.ts';
import { dayIn, required } from '../cells/cell.ts';
import { dayInBooks } from '../months/books-span.ts';
import { following, type Decision } from '../problems/decision.ts';
import type { Catalog } from './catalog.ts';
import type { Follow } from './sheet-reading.ts';

/** A row in which something is typed, with its place in the sheet. */
export interface PlacedRow<Row> {
  readonly row: Row;
  readonly place: number;
}

/** The rows in which something is typed. */
export function filledRows<Row extends Readonly<Record<string, string>>>(
  rows: readonly Row[],
): readonly PlacedRow<Row>[] {
  return rows.flatMap((row, place) =>
    Object.values(row).every((typed) => typed.trim() === '') ? [] : [{ row, place }],
  );
}

/** The day of a whole sheet, typed above its rows and called as told: one the books may have. */
export function sheetDay(
  typed: string,
  called: string,
  { workingMonth, dayOrder, span }: Pick<Catalog, 'workingMonth' | 'dayOrder' | 'span'>,
): Decision<IsoDate> {
  const at = 'datedOn';
  return following(
    required({ typed, at }, called, (cell) => dayIn(cell, lastDay(workingMonth), dayOrder)),
    (day) => dayInBooks(day, span, at),
  );
}

/** What stands in cells of a row that nobody typed, by column; nothing where nothing is said. */
export function followsOf(place: number, said: Readonly<Record<string, string | undefined>>): readonly Follow[] {
  return Object.entries(said).flatMap(([column, text]) =>
    text === undefined ? [] : [{ at: `rows/${place}/${column}`, text }],
  );
}
