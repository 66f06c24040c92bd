import { plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, type Cell } from '../../cells/cell.ts';
import { accepted, following, refused, type Decision } from '../../problems/decision.ts';
import type { Catalog } from '../catalog.ts';

/** The last day before the books: what is taken over is posted on it. */
export function openingDay({ span }: Pick<Catalog, 'span'>): IsoDate {
  return plusDays(span.first, -1);
}

/** A day before the books begin. */
export function dayBeforeBooks(cell: Cell, { span, dayOrder }: Catalog): Decision<IsoDate> {
  return following(dayIn(cell, openingDay({ span }), dayOrder), (day) =>
    day < span.first ? accepted(day) : refused({ at: cell.at, kind: 'not-before-books', day, first: span.first }),
  );
}
