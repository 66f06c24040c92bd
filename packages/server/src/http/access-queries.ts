import { isAllowed, PERMISSIONS, seesOwnProjectsOnly, type Permission } from '@lowtide/core/people/roles.ts';
import { figureOf } from '@lowtide/core/trace/figure.ts';
import type { About } from '@lowtide/core/wire/endpoint.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { refuseWherePayIsHidden } from './pay-hidden.ts';
import { seesOnly } from './seen-projects.ts';
import type { Actor } from './actor.ts';
import { Refusal } from './refusal.ts';
import { isOfEntry } from '../database/line-number.ts';

/** Refuses who is not signed in, and whose role does not allow it. */
export function allowed(actor: Actor | null, may: Permission): Actor {
  if (actor === null) throw new Refusal([{ at: '', kind: 'not-signed-in' }], 401);
  const who: readonly string[] = PERMISSIONS[may];
  if (!isAllowed(actor.role, may)) throw new Refusal([{ at: '', kind: 'not-allowed', who }], 403);
  return actor;
}

interface Parts {
  readonly params?: unknown;
  readonly query?: unknown;
}

/**
 * Holds somebody who leads only some projects to those: what they read within the transaction shows no other, and a request about
 * another is answered as if it were not there.
 */
export async function heldToOwnProjects(
  trx: Db,
  actor: Actor,
  { about, asked }: { readonly about: About | undefined; readonly asked: Parts },
): Promise<void> {
  if (!seesOwnProjectsOnly(actor.role)) return;
  const rows = await trx
    .selectFrom('project')
    .select('id')
    .where('manager', '=', sql<string>`${actor.name} COLLATE NOCASE`)
    .execute();
  const led: ReadonlySet<number> = new Set(rows.map(({ id }) => id));
  seesOnly(trx, led);
  if (about === undefined) return;
  const projects = await projectsOf(trx, about, asked);
  if (!projects.every((project) => led.has(project))) {
    throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  }
}

/** A figure of one person's hours is what they are paid: it is for those who may see pay. */
export function refuseFiguresOfPeople(
  trx: Db,
  { about, asked }: { readonly about: About | undefined; readonly asked: Parts },
): void {
  if (about === undefined || !('figures' in about)) return;
  const keys = namedIn(asked, about.figures).split(',');
  if (keys.some((key) => typeof figureOf(key)?.employee === 'number')) refuseWherePayIsHidden(trx);
}

/** The projects a request is about; of one about none of them, a number that no project has. */
async function projectsOf(db: Db, about: About, asked: Parts): Promise<readonly number[]> {
  const named = (path: string): string => namedIn(asked, path);
  if ('project' in about) return [Number(named(about.project))];
  if ('figures' in about) {
    return named(about.figures)
      .split(',')
      .map((key) => Number(figureOf(key)?.project ?? NONE));
  }
  if ('estimate' in about) {
    const id = Number(named(about.estimate));
    const found = await db.selectFrom('estimate').select('project_id').where('id', '=', id).executeTakeFirst();
    return [found?.project_id ?? NONE];
  }
  const { rows } = await sql<{ project: number }>`SELECT DISTINCT l.project_id AS project FROM journal_entry e
    JOIN journal_line l ON ${isOfEntry('l.id')}
    WHERE e.document_id = ${Number(named(about.document))} AND l.project_id IS NOT NULL`.execute(db);
  return rows.length === 0 ? [NONE] : rows.map(({ project }) => project);
}

/** What a request says at a path: `query.figure`. */
function namedIn(asked: Parts, path: string): string {
  const [part = '', name = ''] = path.split('.');
  const values = asked[part as keyof Parts] as Readonly<Record<string, unknown>> | undefined;
  return String(values?.[name] ?? '');
}

const NONE = -1;
