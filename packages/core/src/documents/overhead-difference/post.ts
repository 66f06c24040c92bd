import type { IsoDate } from '../../calendar/iso-date.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import { isClosed } from '../../ledger/project.ts';
import { difference, sum, ZERO, type Cents } from '../../money/cents.ts';
import type { AppliedOverhead, OverheadBase } from '../../overhead/overhead-pool.ts';
import { onProjects, type OverheadBooks } from '../overhead/post.ts';

/** Where the difference goes: onto the projects by what was applied to each, or to the result. */
export const DIFFERENCE_METHODS = ['spread', 'result'] as const;
export type DifferenceMethod = (typeof DIFFERENCE_METHODS)[number];

export interface PoolDifference {
  readonly pool: string;
  readonly base: OverheadBase;
  readonly postedOn: IsoDate;
  /** Spent less applied. */
  readonly amount: Cents;
  /** Its parts, where it goes onto projects; null for the result. What closed projects would bear goes to the result. */
  readonly shares: readonly AppliedOverhead[] | null;
}

/** Dr the projects' cost or overhead variance; Cr overhead applied, or equipment recovered. */
export function differenceSettled(settled: PoolDifference, books: OverheadBooks): JournalEntry {
  const { pool, base, postedOn, amount, shares } = settled;
  const from = base === 'equipment' ? 'equipment-recovered' : 'overhead-applied';
  const text = `${pool}: difference`;
  const open = (shares ?? []).filter((share) => !isOfClosed(share, books));
  const rest = difference(amount, sum([ZERO, ...open.map((share) => share.amount)]));
  return journalEntry(postedOn, [
    ...onProjects(open, { from, text }, books),
    ...(rest === 0
      ? []
      : [debit(books.roles['overhead-variance'], rest, { text }), credit(books.roles[from], rest, { text })]),
  ]);
}

export function isOfClosed(
  { coding }: Pick<AppliedOverhead, 'coding'>,
  { projects }: Pick<OverheadBooks, 'projects'>,
): boolean {
  const project = projects.get(coding.project);
  return project !== undefined && isClosed(project);
}
