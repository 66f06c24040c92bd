import { allocation } from '../money/allocation.ts';
import { cents, sum, ZERO, type Cents } from '../money/cents.ts';
import type { ProjectId } from './ids.ts';

/** A part of what is owed or held, by the project it is of; null for the company's own. */
export interface ProjectPart {
  readonly project: ProjectId | null;
  readonly amount: Cents;
}

/** What the parts come to. */
export function partsTotal(parts: readonly ProjectPart[]): Cents {
  return sum([ZERO, ...parts.map(({ amount }) => amount)]);
}

/** One part for each project, in the order of their first appearance; parts of nothing are left out. */
export function byProject(parts: readonly ProjectPart[]): readonly ProjectPart[] {
  const sums = new Map<ProjectId | null, number>();
  for (const { project, amount } of parts) sums.set(project, (sums.get(project) ?? 0) + amount);
  return [...sums].flatMap(([project, amount]) => (amount === 0 ? [] : [{ project, amount: cents(amount) }]));
}

/**
 * An amount split by what is open of each project: largest remainder, ties to the earlier. All of it splits into the very parts. Where
 * nothing is open in all, it is the company's.
 */
export function splitByOpen(open: readonly ProjectPart[], amount: Cents): readonly ProjectPart[] {
  if (amount === 0) return [];
  const total = partsTotal(open);
  if (total === 0) return [{ project: null, amount }];
  const shares = allocation(
    amount,
    open.map((part) => part.amount),
  );
  return byProject(open.map(({ project }, index) => ({ project, amount: shares[index] ?? ZERO })));
}
