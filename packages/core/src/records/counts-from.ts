import { isoDate, type IsoDate } from '../calendar/iso-date.ts';
import { firstDay, isMonth, month } from '../calendar/month.ts';
import { firstOpenDay, openDayFrom, type LockedThrough } from '../months/open-day.ts';
import type { ReadRecord } from './read-record.ts';
import { kindOfRecord, type RecordKind } from './record-kinds.ts';

/**
 * The first open day, where a record says that something counts from a day in a locked month: locked months stay as they are. Null
 * where it counts from the day it says.
 */
export function countsLater(kind: RecordKind, record: ReadRecord, lockedThrough: LockedThrough): IsoDate | null {
  const { countsOn } = kindOfRecord(kind);
  const value = countsOn === undefined ? null : record[countsOn];
  if (lockedThrough === null || typeof value !== 'string' || value === '') return null;
  const day = isMonth(value) ? firstDay(month(value)) : isoDate(value);
  return openDayFrom(day, lockedThrough) === day ? null : firstOpenDay(lockedThrough);
}
