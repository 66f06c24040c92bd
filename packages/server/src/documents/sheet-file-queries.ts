import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { withPostedDays } from '@lowtide/core/documents/sheet-file.ts';
import type { BillFigures } from '@lowtide/core/documents/supplier-bill/read.ts';
import { Sheet, sheetKind, type SheetKind } from '@lowtide/core/documents/sheets.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

export interface Wanted {
  /** One document alone. */
  readonly id?: number | undefined;
  /** Documents of these days. */
  readonly from?: IsoDate | undefined;
  readonly through?: IsoDate | undefined;
}

/** What was typed for posted documents that count, in order of their days; the days as they were posted. */
export async function postedSheets(db: Db, kind: SheetKind, { id, from, through }: Wanted): Promise<readonly Sheet[]> {
  const { document, blank } = sheetKind(kind);
  const { rows } = await sql<{ body: string; dated_on: number; due_on: number | null }>`
    SELECT d.body, d.dated_on, d.due_on FROM document d
    WHERE ${id === undefined ? sql`d.kind = ${document} AND ${notReversed('d', EVERYTHING)}` : sql`d.id = ${id}`}
    ${from === undefined ? sql`` : sql`AND d.dated_on >= ${dayNumber(from)}`}
    ${through === undefined ? sql`` : sql`AND d.dated_on <= ${dayNumber(through)}`}
    ORDER BY d.dated_on, d.id`.execute(db);
  return rows.map(({ body, dated_on, due_on }) => {
    const datedOn = dayOf(dated_on);
    const empty = blank(datedOn);
    // A document keeps more than was typed: a bill the figures that its paper is written from.
    const kept = Object.entries(JSON.parse(body) as object).filter(([name]) => name in empty);
    const typed = Sheet.parse({ ...empty, ...Object.fromEntries(kept), kind });
    return withPostedDays(typed, { datedOn, dueOn: due_on === null ? null : dayOf(due_on) });
  });
}

/** What the lines of a posted bill came to; none of a bill that was posted without them. */
export async function billFigures(db: Db, id: number): Promise<BillFigures['lines']> {
  const { body } = await db.selectFrom('document').select('body').where('id', '=', id).executeTakeFirstOrThrow();
  const { figures } = JSON.parse(body) as { figures?: BillFigures };
  return figures?.lines ?? [];
}
