import type { Month } from '@lowtide/core/calendar/month.ts';
import type { Catalog } from '@lowtide/core/documents/catalog.ts';
import { projectsNamed } from '@lowtide/core/documents/coding.ts';
import type { SheetReading } from '@lowtide/core/documents/sheet-reading.ts';
import { sheetKind, type Sheet } from '@lowtide/core/documents/sheets.ts';
import type { Db } from '../database/schema.ts';
import { projects } from '../projects/project-queries.ts';
import { catalog } from './catalog-queries.ts';

/** A sheet as core reads it, with what it was read against. */
export interface ReadSheet {
  readonly known: Catalog;
  readonly reading: SheetReading;
}

/** Reads what the sheet needs of the books and has core decide. */
export async function sheetRead(db: Db, month: Month, sheet: Sheet): Promise<ReadSheet> {
  const kind = sheetKind(sheet.kind);
  const all = await projects(db);
  const named = projectsNamed(sheet.rows, all);
  const known = await catalog(db, month, { all, named, ...kind.scope(sheet) });
  return { known, reading: kind.read(sheet, known) };
}
