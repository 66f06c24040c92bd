import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import type { HoursSheet } from '@lowtide/core/documents/hours/form.ts';
import type { Problem, Warning } from '@lowtide/core/problems/problem.ts';
import { rowsByPay, typedPlace } from '@lowtide/core/timesheets/overtime-in-row.ts';
import type { OwnRow } from '@lowtide/core/wire/timesheets.ts';
import type { Db } from '../database/schema.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';

interface EnteredWeek {
  readonly employee: string;
  readonly weekOn: IsoDate;
  readonly rows: readonly OwnRow[];
}

/** Rows of somebody as rows of a week of hours: overtime of a day in a row of its own. */
export function sheetRowsOf({ employee, rows }: Omit<EnteredWeek, 'weekOn'>): HoursSheet['rows'] {
  return rowsByPay(rows).map(({ row }) => ({ ...row, employee, costType: '', billable: '' }));
}

/**
 * What is wrong with a week, and what deserves a look, by the code that posts it, each where it was typed; rates of pay are for others to
 * see to.
 */
export async function weekRemarks(
  db: Db,
  { employee, weekOn, rows }: EnteredWeek,
  today: IsoDate,
): Promise<{ readonly problems: readonly Problem[]; readonly warnings: readonly Warning[] }> {
  const sheet = { kind: 'hours' as const, weekOn, rows: sheetRowsOf({ employee, rows }) };
  const { reading } = await sheetRead(db, { month: monthOf(weekOn), today }, sheet);
  const typed = rowsByPay(rows);
  const placed = <Remark extends { readonly at: string }>(remark: Remark): Remark => ({
    ...remark,
    at: typedPlace(remark.at, typed),
  });
  return {
    problems: reading.problems.filter(({ kind }) => kind !== 'no-rate').map(placed),
    warnings: reading.warnings.filter(({ kind }) => kind === 'hours-there').map(placed),
  };
}
