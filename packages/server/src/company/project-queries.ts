import { dayOf, isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { partyId, phaseId, projectId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import type { BeforeItIsMeasured, Phase, Project } from '@lowtide/core/ledger/project.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { seen } from '../http/seen-projects.ts';
import { keptByProject } from '../keeping/kept-by-project-queries.ts';
import { countingVersion, type KnownAt } from './version-queries.ts';

/** A project with what only its page and lists show. */
export interface ProjectRecord extends Project, BeforeItIsMeasured {
  readonly clientName: string | null;
  readonly manager: string;
  readonly targetEndOn: IsoDate | null;
  readonly siteAddress: string;
  readonly notes: string;
  readonly version: number;
  /** Of what earns by units done. */
  readonly unitsInAll: number | null;
}

/** All projects by code, or the one asked for, as they are now. */
export async function projects(db: Db, only?: number): Promise<readonly ProjectRecord[]> {
  const all =
    only === undefined ? await kept(db, 'projects now', (one) => projectsNow(db, one)) : await projectsNow(db, only);
  return seen(db, all);
}

type Ask = (only?: number) => Promise<readonly ProjectRecord[]>;

/** The records of all projects; only those that moved are read again. */
async function kept(db: Db, name: string, ask: Ask): Promise<readonly ProjectRecord[]> {
  const byId = await keptByProject(db, name, async (only) => new Map((await ask(only)).map((each) => [each.id, each])));
  const records = [...byId.values()];
  // Codes never change: only a new project is out of order.
  return records.every((each, place) => place === 0 || codeOrder(records[place - 1] ?? each, each) <= 0)
    ? records
    : records.toSorted(codeOrder);
}

function codeOrder(one: ProjectRecord, other: ProjectRecord): number {
  const [left, right] = [one.code.toLowerCase(), other.code.toLowerCase()];
  return left < right ? -1 : left > right ? 1 : 0;
}

async function projectsNow(db: Db, only?: number): Promise<readonly ProjectRecord[]> {
  const rows = await db
    .selectFrom('project as p')
    .leftJoin('party as c', 'c.id', 'p.client_id')
    .select([
      ...(['p.id', 'p.code', 'p.name', 'p.kind', 'p.client_id', 'p.manager', 'p.status', 'p.method'] as const),
      ...(['p.start_on', 'p.target_end_on', 'p.actual_end_on', 'p.cost_treatment', 'p.tax_code_id'] as const),
      ...(['p.before_contract', 'p.before_estimate', 'p.units_in_all'] as const),
      ...(['p.site_address', 'p.notes', 'p.version', 'c.name as client_name'] as const),
    ])
    .$if(only !== undefined, (query) => query.where('p.id', '=', only ?? 0))
    .orderBy('p.code')
    .execute();
  const phases = await phasesByProject(db, only);
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
    beforeContract: row.before_contract,
    unitsInAll: row.units_in_all,
    beforeEstimate: row.before_estimate,
    taxCode: row.tax_code_id === null ? null : taxCodeId(row.tax_code_id),
    siteAddress: row.site_address,
    notes: row.notes,
    version: row.version,
    phases: phases.get(row.id) ?? [],
  }));
}

/** A project's version as its fields were read when it was recorded. */
interface VersionFields {
  readonly name: string;
  readonly client: number | null;
  readonly manager: string | null;
  readonly startOn: string;
  readonly targetEndOn: string | null;
  readonly actualEndOn: string | null;
  readonly status: Project['status'];
  readonly method: Project['method'];
  readonly costTreatment: Project['costTreatment'];
  /** Empty where it was left out, or recorded before it was asked. */
  readonly unitsInAll?: number | null;
  readonly beforeContract?: BeforeItIsMeasured['beforeContract'] | '' | null;
  readonly beforeEstimate?: BeforeItIsMeasured['beforeEstimate'] | '' | null;
  readonly taxCode: number | null;
  readonly siteAddress: string | null;
  readonly notes: string | null;
}

/** The same as they counted on a day, as known at a moment; one that was entered later is not there. */
export async function projectsAt(db: Db, at: KnownAt, only?: number): Promise<readonly ProjectRecord[]> {
  if (await isNow(db, at)) return projects(db, only);
  const ask: Ask = (one) => projectsThen(db, at, one);
  return seen(db, only === undefined ? await kept(db, `projects ${at.day} ${at.recordedAt}`, ask) : await ask(only));
}

async function projectsThen(db: Db, at: KnownAt, only?: number): Promise<readonly ProjectRecord[]> {
  const { rows } = await sql<{
    id: number;
    code: string;
    kind: Project['kind'];
    fields: string;
    version: number;
    client_name: string | null;
  }>`
    SELECT p.id, p.code, p.kind, v.fields, p.version, c.name AS client_name
    FROM project p JOIN record_version v ON v.id = ${countingVersion('project', sql`p.id`, at)}
    LEFT JOIN party c ON c.id = json_extract(v.fields, '$.client')
    ${only === undefined ? sql`` : sql`WHERE p.id = ${only}`} ORDER BY p.code`.execute(db);
  const phases = await phasesByProject(db, only);
  return rows.map((row) => {
    const fields = JSON.parse(row.fields) as VersionFields;
    return {
      id: projectId(row.id),
      code: row.code,
      name: fields.name,
      kind: row.kind,
      client: fields.client === null ? null : partyId(fields.client),
      clientName: row.client_name,
      manager: fields.manager ?? '',
      startOn: isoDate(fields.startOn),
      targetEndOn: fields.targetEndOn === null ? null : isoDate(fields.targetEndOn),
      actualEndOn: fields.actualEndOn === null ? null : isoDate(fields.actualEndOn),
      status: fields.status,
      method: fields.method,
      costTreatment: fields.costTreatment,
      unitsInAll: fields.unitsInAll ?? null,
      beforeContract: fields.beforeContract || 'waits',
      beforeEstimate: fields.beforeEstimate || 'waits',
      taxCode: fields.taxCode === null ? null : taxCodeId(fields.taxCode),
      siteAddress: fields.siteAddress ?? '',
      notes: fields.notes ?? '',
      version: row.version,
      phases: phases.get(row.id) ?? [],
    };
  });
}

/** Whether every project counts as its newest version says: nothing is asked as once known, and no version counts only later. */
async function isNow(db: Db, { day, recordedAt }: KnownAt): Promise<boolean> {
  if (recordedAt !== Number.MAX_SAFE_INTEGER) return false;
  const later = await db
    .selectFrom('record_version')
    .select('id')
    .where('kind', '=', 'project')
    .where('counts_from', '>', Math.max(0, day))
    .limit(1)
    .executeTakeFirst();
  return later === undefined;
}

async function phasesByProject(db: Db, only?: number): Promise<ReadonlyMap<number, readonly Phase[]>> {
  const rows = await db
    .selectFrom('phase')
    .select(['id', 'project_id', 'parent_id', 'code', 'name'])
    .$if(only !== undefined, (query) => query.where('project_id', '=', only ?? 0))
    .orderBy('project_id')
    .orderBy('code')
    .execute();
  const byProject = groupedBy(rows, ({ project_id }) => project_id);
  return new Map(
    [...byProject].map(([project, phases]) => [
      project,
      phases.map(({ id, code, name, parent_id }) => ({
        ...{ id: phaseId(id), code, name },
        parent: parent_id === null ? null : phaseId(parent_id),
      })),
    ]),
  );
}
