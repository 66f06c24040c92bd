import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, monthAt } from '@lowtide/core/calendar/month.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import { insertVersion, latestVersion } from '../company/version-queries.ts';
import type { Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';

/** The last invoice of a project finishes it, and marks it to be closed by the run that earns the rest. Taken back, the project goes on. */
export const PROJECT_FINISHED: EffectStore<'project-finished'> = {
  write: async (trx, { id }, { project, on }, stamp) => {
    await trx.insertInto('project_finish').values({ document_id: id, project_id: project }).execute();
    await restate(trx, project, { status: 'finished', actualEndOn: on, closesWhenEarned: true }, stamp);
  },
  undo: async (trx, document, by) => {
    const finished = await trx
      .selectFrom('project_finish as f')
      .innerJoin('project as p', 'p.id', 'f.project_id')
      .select('f.project_id')
      .where('f.document_id', '=', document)
      .where('p.status', '=', 'finished')
      .executeTakeFirst();
    if (!finished) return;
    const { recorded_at: at, recorded_by: user } = await trx
      .selectFrom('document')
      .select(['recorded_at', 'recorded_by'])
      .where('id', '=', by)
      .executeTakeFirstOrThrow();
    const active = { status: 'active', actualEndOn: null, closesWhenEarned: false } as const;
    await restate(trx, finished.project_id, active, { at, by: user });
  },
  projectsOf: (documents) => sql`SELECT project_id FROM project_finish WHERE document_id IN (${documents})`,
};

interface ProjectState {
  readonly status: 'active' | 'finished' | 'closed';
  readonly actualEndOn: IsoDate | null;
  readonly closesWhenEarned: boolean;
}

/** The project in another state, as a new version of its record; it counts from the first open day once months are locked. */
export async function restate(trx: Trx, project: number, state: ProjectState, stamp: Stamp): Promise<void> {
  const { status, actualEndOn, closesWhenEarned } = state;
  const { version: before } = await trx
    .selectFrom('project')
    .select('version')
    .where('id', '=', project)
    .executeTakeFirstOrThrow();
  await trx
    .updateTable('project')
    .set({
      ...{ status, actual_end_on: actualEndOn === null ? null : dayNumber(actualEndOn), version: before + 1 },
      closes_when_earned: closesWhenEarned ? 1 : 0,
    })
    .where('id', '=', project)
    .execute();
  const { locked_through: locked } = await trx.selectFrom('company').select('locked_through').executeTakeFirstOrThrow();
  const countsFrom = locked === null ? 0 : dayNumber(firstDay(monthAt(locked + 1)));
  const known = await latestVersion(trx, 'project', project);
  const fields = { ...known?.fields, status, actualEndOn };
  await insertVersion(trx, { kind: 'project', id: project, version: before + 1, countsFrom, fields }, stamp);
}

/** Projects that wait to be closed once the rest of them is earned, with their end. */
export async function projectsToClose(trx: Trx) {
  const rows = await trx
    .selectFrom('project')
    .select(['id', 'code', 'actual_end_on'])
    .where('closes_when_earned', '=', 1)
    .where('status', '=', 'finished')
    .orderBy('id')
    .execute();
  return rows.map(({ id, code, actual_end_on: end }) => ({ id, code, actualEndOn: end === null ? null : dayOf(end) }));
}
