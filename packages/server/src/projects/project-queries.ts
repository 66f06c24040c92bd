import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { partyId, phaseId, projectId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import type { Phase, Project } from '@lowtide/core/ledger/project.ts';
import type { Db } from '../database/schema.ts';

/** A project with what only its page and lists show. */
export interface ProjectRecord extends Project {
  readonly clientName: string | null;
  readonly manager: string;
  readonly startOn: IsoDate;
  readonly targetEndOn: IsoDate | null;
  readonly siteAddress: string;
  readonly notes: string;
  readonly version: number;
}

/** All projects by code, or the one asked for. */
export async function projects(db: Db, only?: number): Promise<readonly ProjectRecord[]> {
  const rows = await db
    .selectFrom('project as p')
    .leftJoin('party as c', 'c.id', 'p.client_id')
    .select([
      'p.id',
      'p.code',
      'p.name',
      'p.kind',
      'p.client_id',
      'p.manager',
      'p.start_on',
      'p.target_end_on',
      'p.actual_end_on',
      'p.status',
      'p.method',
      'p.cost_treatment',
      'p.tax_code_id',
      'p.site_address',
      'p.notes',
      'p.version',
      'c.name as client_name',
    ])
    .$if(only !== undefined, (query) => query.where('p.id', '=', only ?? 0))
    .orderBy('p.code')
    .execute();
  const phases = groupedBy(await phaseRows(db, only), (phase) => phase.project);
  return rows.map((row) => ({
    id: projectId(row.id),
    code: row.code,
    name: row.name,
    kind: row.kind as Project['kind'],
    client: row.client_id === null ? null : partyId(row.client_id),
    clientName: row.client_name,
    manager: row.manager,
    startOn: dayOf(row.start_on),
    targetEndOn: row.target_end_on === null ? null : dayOf(row.target_end_on),
    actualEndOn: row.actual_end_on === null ? null : dayOf(row.actual_end_on),
    status: row.status as Project['status'],
    method: row.method as Project['method'],
    costTreatment: row.cost_treatment as Project['costTreatment'],
    taxCode: row.tax_code_id === null ? null : taxCodeId(row.tax_code_id),
    siteAddress: row.site_address,
    notes: row.notes,
    version: row.version,
    phases: (phases.get(row.id) ?? []).map(({ phase }) => phase),
  }));
}

async function phaseRows(
  db: Db,
  only?: number,
): Promise<readonly { readonly project: number; readonly phase: Phase }[]> {
  const rows = await db
    .selectFrom('phase')
    .select(['id', 'project_id', 'parent_id', 'code', 'name'])
    .$if(only !== undefined, (query) => query.where('project_id', '=', only ?? 0))
    .orderBy('project_id')
    .orderBy('code')
    .execute();
  return rows.map((row) => ({
    project: row.project_id,
    phase: {
      id: phaseId(row.id),
      code: row.code,
      name: row.name,
      parent: row.parent_id === null ? null : phaseId(row.parent_id),
    },
  }));
}
