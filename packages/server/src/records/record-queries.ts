import { dayNumber, dayOf, isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { ReadRecord, Reference } from '@lowtide/core/records/read-record.ts';
import type { RecordKind } from '@lowtide/core/records/record-kinds.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Recording } from '../company/recording.ts';
import { openDayFrom, type LockedThrough } from '@lowtide/core/months/open-day.ts';

/** A stored record with its fields as they would be typed. */
export interface RecordAnswer {
  readonly id: number;
  readonly version: number;
  readonly fields: Record<string, string>;
}

/** How one kind of record is kept. Storing returns its number, or the problems that stop it. */
export interface RecordStore {
  readonly all: (db: Db) => Promise<RecordAnswer[]>;
  /** The stored record the fields speak of, when there is one: same code, or same coding. Kinds that only add have none. */
  readonly match: (db: Db, record: ReadRecord) => Promise<number | undefined>;
  readonly insert: (trx: Trx, record: ReadRecord, recording: Recording) => Promise<number>;
  readonly update: (trx: Trx, id: number, record: ReadRecord, recording: Recording) => Promise<void>;
  /** What only the books can tell is wrong with it. `id` is null for a new record. */
  readonly problems: (
    db: Db,
    id: number | null,
    record: ReadRecord,
    accepting: Accepting,
  ) => Promise<readonly Problem[]>;
}

/** What is accepted though it deserves a second look, and the last locked month. */
export interface Accepting {
  readonly acceptWarnings: boolean;
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
}

/** The day number something dated on a day counts from, and the day itself where the two differ. */
export function countsOn(
  day: number,
  lockedThrough: LockedThrough,
): { readonly from: number; readonly agreed: number | null } {
  const from = dayNumber(openDayFrom(dayOf(day), lockedThrough));
  return { from, agreed: from === day ? null : day };
}

/** Fields that were read without problems; `text` and `number` say what the caller knows of them. */
export function textOf(record: ReadRecord, field: string): string {
  const value = record[field];
  return typeof value === 'string' ? value : '';
}

export function numberOf(record: ReadRecord, field: string): number | null {
  const value = record[field];
  return typeof value === 'number' ? value : null;
}

export function dayOfField(record: ReadRecord, field: string): IsoDate | null {
  const value = textOf(record, field);
  return value === '' ? null : isoDate(value);
}

export function dayNumberOf(record: ReadRecord, field: string): number | null {
  const day = dayOfField(record, field);
  return day === null ? null : dayNumber(day);
}

export function moneyOf(record: ReadRecord, field: string): Cents | null {
  const value = numberOf(record, field);
  return value === null ? null : cents(value);
}

/** How values look when they are typed. */
export const typed = {
  day: (number: number | null): string => (number === null ? '' : dayOf(number)),
  money: (amount: number): string => dollars(cents(amount)),
  decimal: (value: number): string => tenThousandths(value),
};

/** Codes that may be named, of every kind that is named by code. */
export async function references(db: Db): Promise<(kind: RecordKind) => readonly Reference[]> {
  const columns = ['id', 'code', 'name'] as const;
  const parties = await db
    .selectFrom('party')
    .select([...columns, 'kind'])
    .orderBy('code')
    .execute();
  const lists: Partial<Record<RecordKind, readonly Reference[]>> = {
    client: parties.filter(({ kind }) => kind === 'client'),
    supplier: parties.filter(({ kind }) => kind === 'supplier'),
    project: await db.selectFrom('project').select(columns).orderBy('code').execute(),
    'cost-code': await db.selectFrom('cost_code').select(columns).orderBy('code').execute(),
    'tax-code': await db.selectFrom('tax_code').select(columns).orderBy('code').execute(),
    activity: await db.selectFrom('activity').select(columns).orderBy('code').execute(),
    equipment: await db.selectFrom('equipment').select(columns).orderBy('code').execute(),
    employee: await db.selectFrom('employee').select(columns).orderBy('code').execute(),
    account: await db.selectFrom('account').select(columns).orderBy('code').execute(),
  };
  return (kind) => lists[kind] ?? [];
}

export async function versionOf(db: Db, table: VersionedTable, id: number): Promise<number | undefined> {
  const row = await db.selectFrom(table).select('version').where('id', '=', id).executeTakeFirst();
  return row?.version;
}

export type VersionedTable =
  | 'account'
  | 'tax_code'
  | 'party'
  | 'employee'
  | 'cost_code'
  | 'project'
  | 'phase'
  | 'budget_line'
  | 'activity'
  | 'equipment'
  | 'overhead_pool'
  | 'coding_rule';
