import type { ClockBasis, ClockLine } from '@lowtide/core/documents/hours/clock.ts';
import type { Remark } from '@lowtide/core/documents/preview.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { booksSpan } from '@lowtide/core/months/books-span.ts';
import { Refusal } from '../http/refusal.ts';
import type { Db, Trx } from '../database/schema.ts';
import { costCodes, employees } from '../company/list-queries.ts';
import type { Stamp } from '../audit/stamp.ts';
import { projects } from '../company/project-queries.ts';
import { companyOf } from '../company/company-queries.ts';

/** An entry of a clock that waits, with the file it came in. */
export interface StoredEntry {
  readonly id: number;
  readonly file: string;
  readonly line: ClockLine;
  /** Why it was not used when it came in, beside the others of its file. */
  readonly reasons: readonly Remark[];
}

export async function clockBasis(db: Db, today: IsoDate): Promise<ClockBasis> {
  return {
    employees: await employees(db),
    projects: await projects(db),
    costCodes: await costCodes(db),
    span: booksSpan((await companyOf(db)).firstMonth, today),
  };
}

export async function waitingEntries(db: Db): Promise<readonly StoredEntry[]> {
  const rows = await db
    .selectFrom('clock_entry as c')
    .leftJoin('imported_file as f', 'f.digest', 'c.digest')
    .select(['c.id', 'c.entry', 'f.name'])
    .where('c.status', '=', 'waiting')
    .orderBy('c.id')
    .limit(2_000)
    .execute();
  return rows.map(({ id, entry, name }) => ({ id, file: name ?? '', ...(JSON.parse(entry) as Kept) }));
}

/** What is kept of an entry. */
interface Kept {
  readonly line: ClockLine;
  readonly reasons: readonly Remark[];
}

export interface NewEntry extends Kept {
  readonly digest: string;
  readonly place: number;
  readonly isUsed: boolean;
}

export async function insertEntries(trx: Trx, entries: readonly NewEntry[], { at, by }: Stamp): Promise<void> {
  for (const { digest, place, line, reasons, isUsed } of entries) {
    await trx
      .insertInto('clock_entry')
      .values({
        ...{ digest, line: place, entry: JSON.stringify({ line, reasons }), status: isUsed ? 'used' : 'waiting' },
        ...{ recorded_at: at, recorded_by: by },
      })
      .execute();
  }
}

/** An entry that waits; refused where there is none. */
export async function waitingEntry(db: Db, id: number): Promise<void> {
  const row = await db.selectFrom('clock_entry').select('status').where('id', '=', id).executeTakeFirst();
  if (row?.status !== 'waiting') throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
}

export async function settleEntry(
  trx: Trx,
  {
    id,
    line,
    status,
  }: { readonly id: number; readonly line?: ClockLine; readonly status: 'waiting' | 'used' | 'dropped' },
): Promise<void> {
  await trx
    .updateTable('clock_entry')
    .set({ status, ...(line === undefined ? {} : { entry: JSON.stringify({ line, reasons: [] }) }) })
    .where('id', '=', id)
    .execute();
}
