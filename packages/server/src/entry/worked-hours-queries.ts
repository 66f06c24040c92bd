import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { extension } from '@lowtide/core/money/quantity.ts';
import type { WorkedHours } from '@lowtide/core/posting/hours-worked.ts';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Trx } from '../database/schema.ts';

const WORKED_HOURS: Target = {
  table: 'worked_hours',
  columns: ['document_id', 'employee_id', 'worked_on', 'hours_e4', 'rate_e4', 'cost_cents'],
  adds: [],
};

/** Keeps each day's hours with the rate they were posted at; what labor clearing is checked against. */
export async function insertWorkedHours(trx: Trx, document: number, worked: readonly WorkedHours[]): Promise<void> {
  await bulkInsert(
    trx,
    WORKED_HOURS,
    worked.map(({ employee, workedOn, hours, rate }) => [
      document,
      employee,
      dayNumber(workedOn),
      hours,
      rate,
      extension(hours, rate),
    ]),
  );
}
