import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { isReversed } from '../ledger/settlement-queries.ts';

interface Row {
  readonly worked_on: number;
  readonly project: string | null;
  readonly work: string | null;
  readonly hours: number;
}

/** Posted hours of somebody in the week from a Monday on; what was reversed is not among them. */
export async function ownHours(db: Db, employee: number, monday: IsoDate): Promise<Answer<'ownHours'>> {
  const { name } = await db.selectFrom('employee').select('name').where('id', '=', employee).executeTakeFirstOrThrow();
  const from = dayNumber(monday);
  const { rows } = await sql<Row>`
    SELECT w.worked_on, p.code || ' ' || p.name AS project, c.code || ' ' || c.name AS work, SUM(w.hours_e4) AS hours
    FROM worked_hours w LEFT JOIN project p ON p.id = w.project_id LEFT JOIN cost_code c ON c.id = w.cost_code_id
    WHERE w.employee_id = ${employee} AND w.worked_on BETWEEN ${from} AND ${from + 6}
      AND NOT ${isReversed('w.document_id')}
    GROUP BY w.worked_on, w.project_id, w.cost_code_id ORDER BY w.worked_on, p.code, c.code`.execute(db);
  return {
    employee: name,
    rows: rows.map(({ worked_on, project, work, hours }) => ({
      ...{ workedOn: dayOf(worked_on), project: project ?? '', work: work ?? '', hours },
    })),
  };
}
