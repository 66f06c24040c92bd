import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { EffectStores } from '../effects/effect-store.ts';
import { booksMark, movedProjects, sameMark, type BooksMark } from './moved-project-queries.ts';

/** What was worked out of every project, and how far the books had come then. */
interface Kept {
  readonly mark: BooksMark;
  readonly byProject: ReadonlyMap<number, unknown>;
}

/** What one books file keeps in memory: facts of every project, the longest unasked first, and lists. */
export interface Keeping {
  readonly byProject: Map<string, Kept>;
  readonly lists: Map<string, KeptList>;
}

/** A list, and the last rows of what it is made of. */
interface KeptList {
  readonly mark: string;
  readonly list: unknown;
}

export function nothingKept(): Keeping {
  return { byProject: new Map(), lists: new Map() };
}

/** Answers kept at once: a few facts of a few months, the lists, and orders of some suppliers. */
const MOST_KEPT = 64;
/** With more projects moved than this, asking for all of them at once is quicker. */
const MOST_MOVED = 40;

interface Use {
  readonly keeping: Keeping;
  /** What a transaction that writes has not committed must not be kept. */
  readonly stores: boolean;
  readonly effects: EffectStores;
}

const USES = new WeakMap<Db, Use>();

/** Lets the questions asked within a transaction use what its books keep, and keep what they work out. */
export function keepsWithin(trx: Db, keeping: Keeping, how: Omit<Use, 'keeping'>): void {
  USES.set(trx, { keeping, ...how });
}

/**
 * A fact of every project, by a name that says which: of which month, as known at which moment. It must follow from the ledger,
 * contracts, budgets, forecasts and records alone, of each project by itself: then only the projects that something was recorded of
 * since are asked for again. `ask` answers for all projects, or for one.
 */
export async function keptByProject<Fact>(
  db: Db,
  name: string,
  ask: (only?: number) => Promise<ReadonlyMap<number, Fact>>,
): Promise<ReadonlyMap<number, Fact>> {
  const use = USES.get(db);
  if (!use) return ask();
  const mark = await booksMark(db);
  const known = use.keeping.byProject.get(name);
  const byProject = known ? await broughtUpToDate(db, known, { mark, ask, effects: use.effects }) : await ask();
  if (use.stores) keep(use.keeping.byProject, name, { mark, byProject });
  return byProject as ReadonlyMap<number, Fact>;
}

interface Asking extends Pick<Use, 'effects'> {
  readonly mark: BooksMark;
  readonly ask: (only?: number) => Promise<ReadonlyMap<number, unknown>>;
}

async function broughtUpToDate(
  db: Db,
  known: Kept,
  { mark, ask, effects }: Asking,
): Promise<ReadonlyMap<number, unknown>> {
  if (sameMark(known.mark, mark)) return known.byProject;
  const moved = await movedProjects(db, known.mark, effects);
  if (moved === null || moved.length > MOST_MOVED) return ask();
  const byProject = new Map(known.byProject);
  for (const project of moved) {
    const fact = (await ask(project)).get(project);
    if (fact === undefined) byProject.delete(project);
    else byProject.set(project, fact);
  }
  return byProject;
}

function keep<K>(keeping: Map<string, K>, name: string, kept: K): void {
  keeping.delete(name);
  keeping.set(name, kept);
  const [oldest] = keeping.keys();
  if (keeping.size > MOST_KEPT && oldest !== undefined) keeping.delete(oldest);
}

/** What a list is made of: tables whose rows are added and whose numbers only rise. */
export type MadeOf = readonly ('record_version' | 'rate_rule' | 'dated_rate' | 'document')[];

/**
 * A list that is the same for everybody and changes rarely, asked again only once something of what it is made of was recorded. Every
 * change of a record leaves a row in `record_version`.
 */
export async function keptList<List>(db: Db, name: string, madeOf: MadeOf, ask: () => Promise<List>): Promise<List> {
  const use = USES.get(db);
  if (!use) return ask();
  const last = madeOf.map((table) => sql`ifnull((SELECT MAX(id) FROM ${sql.table(table)}), 0)`);
  const { rows } = await sql<{ mark: string }>`SELECT ${sql.join(last, sql` || ' ' || `)} AS mark`.execute(db);
  const mark = String(rows[0]?.mark);
  const known = use.keeping.lists.get(name);
  if (known?.mark === mark) return known.list as List;
  const list = await ask();
  if (use.stores) keep(use.keeping.lists, name, { mark, list });
  return list;
}
