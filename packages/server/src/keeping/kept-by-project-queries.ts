import type { Db } from '../database/schema.ts';
import type { EffectStores } from '../effects/effect-store.ts';
import { booksMark, movedProjects, sameMark, type BooksMark } from './moved-project-queries.ts';

/** What was worked out of every project, and how far the books had come then. */
interface Kept {
  readonly mark: BooksMark;
  readonly byProject: ReadonlyMap<number, unknown>;
}

/** What one books file keeps in memory, the longest unasked first. */
export type Keeping = Map<string, Kept>;

/** Answers kept at once: a few facts of a few months. */
const MOST_KEPT = 32;
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
  const known = use.keeping.get(name);
  const byProject = known ? await broughtUpToDate(db, known, { mark, ask, effects: use.effects }) : await ask();
  if (use.stores) keep(use.keeping, name, { mark, byProject });
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

function keep(keeping: Keeping, name: string, kept: Kept): void {
  keeping.delete(name);
  keeping.set(name, kept);
  const [oldest] = keeping.keys();
  if (keeping.size > MOST_KEPT && oldest !== undefined) keeping.delete(oldest);
}
