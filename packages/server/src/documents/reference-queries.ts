import type { z } from 'zod';
import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { HoursRow } from '@lowtide/core/documents/hours/form.ts';
import { BillRow } from '@lowtide/core/documents/supplier-bill/form.ts';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { postedSheets } from './sheet-file-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

/** The rows of a supplier's last bill that was not reversed, as they were typed. Empty where there is none. */
export async function lastBillRows(db: Db, supplier: number): Promise<z.input<typeof BillRow>[]> {
  const last = await db
    .selectFrom('document as d')
    .select('d.body')
    .where('d.kind', '=', 'bill')
    .where('d.party_id', '=', supplier)
    .where(notReversed('d', EVERYTHING))
    .orderBy('d.id', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (!last) return [];
  const body = JSON.parse(last.body) as { rows?: unknown };
  return BillRow.array().catch([]).parse(body.rows);
}

/** Who worked where in the week before, once each, without hours; what was taken back is left out. */
export async function lastWeekRows(db: Db, monday: IsoDate): Promise<HoursRow[]> {
  const before = plusDays(monday, -7);
  const sheets = await postedSheets(db, 'hours', { from: before, through: before });
  const rows = sheets.flatMap((sheet) => (sheet.kind === 'hours' ? sheet.rows : []));
  const worked = rows.filter(({ days }) => days.some((typed) => typed.trim() !== '' && !typed.trim().startsWith('-')));
  const emptied = worked.map((row) => ({ ...row, days: row.days.map(() => ''), text: '' }));
  return [...new Map(emptied.map((row) => [JSON.stringify(row), row])).values()];
}
