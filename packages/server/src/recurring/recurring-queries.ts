import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { JournalSheet } from '@lowtide/core/documents/journal/form.ts';
import type { RecurringJournal } from '@lowtide/core/recurring/recurring-journal.ts';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import type { Stamp } from '../audit/stamp.ts';

export interface StoredRecurring extends RecurringJournal {
  readonly id: number;
  readonly sheet: JournalSheet;
}

export async function recurringJournals(db: Db): Promise<readonly StoredRecurring[]> {
  const rows = await db
    .selectFrom('recurring_journal')
    .select(['id', 'name', 'sheet', 'every_months', 'next_on', 'ends_on'])
    .orderBy('next_on')
    .orderBy('id')
    .execute();
  return rows.map((row) => ({
    ...{ id: row.id, name: row.name, everyMonths: row.every_months, nextOn: dayOf(row.next_on) },
    endsOn: row.ends_on === null ? null : dayOf(row.ends_on),
    sheet: JournalSheet.parse(JSON.parse(row.sheet)),
  }));
}

export async function recurringJournal(db: Db, id: number): Promise<StoredRecurring> {
  const found = (await recurringJournals(db)).find((each) => each.id === id);
  if (!found) throw new Refusal([{ at: '', kind: 'not-there', subject: 'recurring journal' }], 404);
  return found;
}

export async function insertRecurring(
  trx: Trx,
  { sheet, ...recurring }: Omit<StoredRecurring, 'id'>,
  { at, by }: Stamp,
): Promise<number> {
  const row = {
    ...{ name: recurring.name, sheet: JSON.stringify(sheet), every_months: recurring.everyMonths },
    ...{ next_on: dayNumber(recurring.nextOn), recorded_at: at, recorded_by: by },
    ends_on: recurring.endsOn === null ? null : dayNumber(recurring.endsOn),
  };
  return Number((await trx.insertInto('recurring_journal').values(row).executeTakeFirstOrThrow()).insertId);
}

/** The next one is on a later day; past its end there is none. */
export async function setNext(trx: Trx, { id, endsOn }: StoredRecurring, nextOn: IsoDate): Promise<void> {
  if (endsOn !== null && nextOn > endsOn) return deleteRecurring(trx, id);
  await trx
    .updateTable('recurring_journal')
    .set({ next_on: dayNumber(nextOn) })
    .where('id', '=', id)
    .execute();
}

export async function deleteRecurring(trx: Trx, id: number): Promise<void> {
  await trx.deleteFrom('recurring_journal').where('id', '=', id).execute();
}

/** The sheet that a posted journal was typed on. */
export async function journalSheetOf(db: Db, document: number): Promise<JournalSheet> {
  const row = await db
    .selectFrom('document')
    .select('body')
    .where('id', '=', document)
    .where('kind', '=', 'journal')
    .executeTakeFirst();
  const read = JournalSheet.safeParse(row === undefined ? null : JSON.parse(row.body));
  if (!read.success) throw new Refusal([{ at: 'documentId', kind: 'not-there', subject: 'document' }]);
  return read.data;
}
