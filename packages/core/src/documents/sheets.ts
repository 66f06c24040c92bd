import { z } from 'zod';
import { mondayOf, type IsoDate } from '../calendar/iso-date.ts';
import type { Catalog } from './catalog.ts';
import { HoursSheet } from './hours/form.ts';
import { readHoursSheet } from './hours/read.ts';
import type { SheetReading } from './sheet-reading.ts';
import { BillSheet } from './supplier-bill/form.ts';
import { readBillSheet } from './supplier-bill/read.ts';

/** Every sheet that is typed, kept as a draft and posted, as typed. */
export const Sheet = z.discriminatedUnion('kind', [BillSheet, HoursSheet]);
export type Sheet = z.output<typeof Sheet>;
export type SheetKind = Sheet['kind'];

export const SHEET_KINDS = ['bills', 'hours'] as const satisfies readonly SheetKind[];

/** What the sheet says, by the code that reads it when it is posted. */
export function readSheet(sheet: Sheet, catalog: Catalog): SheetReading {
  switch (sheet.kind) {
    case 'bills':
      return readBillSheet(sheet, catalog);
    case 'hours':
      return readHoursSheet(sheet, catalog);
  }
}

/** What a kept sheet is called; `id` is its number as a draft. */
export function sheetTitle(sheet: Sheet, id: number): string {
  switch (sheet.kind) {
    case 'bills':
      return `Bill batch ${id}`;
    case 'hours':
      return `Week of ${sheet.weekOn}`;
  }
}

/** What of the books a sheet names, beyond its projects. */
export interface SheetScope {
  readonly billNumbers: readonly string[];
  /** Monday of the week whose posted hours it adds to; null where it has none. */
  readonly weekOn: IsoDate | null;
}

export function sheetScope(sheet: Sheet): SheetScope {
  switch (sheet.kind) {
    case 'bills': {
      const numbers = sheet.rows.map(({ number }) => number.trim());
      return { billNumbers: numbers.filter((number) => number !== ''), weekOn: null };
    }
    case 'hours':
      return { billNumbers: [], weekOn: mondayOf(sheet.weekOn) };
  }
}

/** The rows of a sheet that may name a project. */
export function sheetProjects({ rows }: Sheet): readonly { readonly project: string }[] {
  return rows;
}
