import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import type { WorkedHours } from '@lowtide/core/documents/hours/post.ts';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Trx } from '../database/schema.ts';

const WORKED_HOURS: Target = {
  table: 'worked_hours',
  columns: [
    ...['document_id', 'employee_id', 'worked_on', 'hours_e4', 'rate_e4', 'cost_cents'],
    ...['pay', 'is_billable', 'rate_rule_id', 'overhead_cents'],
    ...['project_id', 'phase_id', 'cost_code_id', 'cost_type'],
  ],
  adds: [],
};

/** Keeps each day's hours with their work and the rate they were posted at; what labor clearing is checked against. */
export async function insertWorkedHours(trx: Trx, document: number, worked: readonly WorkedHours[]): Promise<void> {
  await bulkInsert(
    trx,
    WORKED_HOURS,
    worked.map(({ employee, workedOn, hours, rate, cost, work, pay, billable, rule, overhead }) => [
      ...[document, employee, dayNumber(workedOn), hours, rate, cost],
      ...[pay, billable ? 1 : 0, rule === 0 ? null : rule, overhead],
      ...(work === 'no project'
        ? [null, null, null, null]
        : [work.coding.project, work.coding.phase, work.coding.costCode, work.coding.costType]),
    ]),
  );
}
