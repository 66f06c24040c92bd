import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { hoursToCome } from '@lowtide/core/forecast/hours-to-come.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import { bounds, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { projectsAt } from '../company/project-queries.ts';
import { budgetAgainstActual } from './budget-queries.ts';
import { latestForecasts } from './forecast-queries.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

export interface UnitsDone {
  readonly project: number;
  readonly on: IsoDate;
  readonly done: Quantity;
  readonly reason: string;
  readonly by: string;
}

/** Units done of projects, or of one of them, as told last by then. */
export async function unitsDone(
  db: Db,
  { day, recordedAt }: At,
  only?: number,
): Promise<ReadonlyMap<number, UnitsDone>> {
  const of = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const { rows } = await sql<{ project: number; on: number; done: number; reason: string; by: string }>`
    SELECT project_id AS project, told_on AS "on", quantity_e4 AS done, reason, recorded_by AS by
    FROM units_done WHERE told_on <= ${day} AND recorded_at <= ${recordedAt} ${of}
    ORDER BY project_id, told_on, id`.execute(db);
  return new Map(rows.map(({ on, done, ...row }) => [row.project, { ...row, on: dayOf(on), done: quantity(done) }]));
}

/** Hours still to come by the forecast, of the projects that earn by hours, or of one of them. */
export async function hoursStillToCome(db: Db, asOf: AsOf, only?: number): Promise<ReadonlyMap<number, Quantity>> {
  const at = await bounds(db, asOf);
  const projects = (await projectsAt(db, at, only)).flatMap(({ id, method }) =>
    method === 'labor-hours' ? [id as number] : [],
  );
  if (projects.length === 0) return new Map();
  const forecasts = await latestForecasts(db, at, projects);
  const methods = new Map(
    forecasts.flatMap(({ lines }) => lines.map((line) => [codingKey(line.coding), line] as const)),
  );
  const rows = groupedBy(await budgetAgainstActual(db, asOf, projects), ({ coding }) => coding.project as number);
  return new Map(
    projects.map((project) => [
      project,
      quantity(
        (rows.get(project) ?? []).reduce((all, row) => all + hoursToCome(row, methods.get(codingKey(row.coding))), 0),
      ),
    ]),
  );
}

interface NewUnits {
  readonly project: number;
  readonly on: IsoDate;
  readonly done: Quantity;
  readonly reason: string;
}

export async function insertUnits(trx: Trx, { project, on, done, reason }: NewUnits, { at, by }: Stamp): Promise<void> {
  const row = { project_id: project, told_on: dayNumber(on), quantity_e4: done, reason };
  await trx
    .insertInto('units_done')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}
