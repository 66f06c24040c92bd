import type { IsoDate } from '../../calendar/iso-date.ts';
import type { Role } from '../../ledger/account.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import { costRole, type Project } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { AppliedOverhead } from '../../overhead/overhead-pool.ts';

export interface OverheadBooks {
  readonly roles: Roles;
  readonly projects: ReadonlyMap<number, Project>;
}

/** Overhead of one pool on the codings of projects. */
export interface PoolApplied {
  readonly pool: string;
  readonly applied: readonly AppliedOverhead[];
}

/** Dr the cost account of each project, Cr overhead applied; of all pools of a month one entry. */
export function overheadApplied(
  postedOn: IsoDate,
  pools: readonly PoolApplied[],
  books: OverheadBooks,
): readonly JournalEntry[] {
  const lines = pools.flatMap(({ pool, applied }) =>
    onProjects(applied, { from: 'overhead-applied', text: pool }, books),
  );
  return lines.length === 0 ? [] : [journalEntry(postedOn, lines)];
}

/** A pair of lines for each coding. */
export function onProjects(
  applied: readonly AppliedOverhead[],
  { from, text }: { readonly from: Role; readonly text: string },
  { roles, projects }: OverheadBooks,
): readonly Line[] {
  return applied.flatMap(({ coding, amount }) => {
    const project = projects.get(coding.project);
    if (project === undefined || amount === 0) return [];
    const cost = roles[costRole(project)];
    return [debit(cost, amount, { ...coding, text }), credit(roles[from], amount, { text })];
  });
}
