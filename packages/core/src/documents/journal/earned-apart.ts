import { groupedBy } from '../../collections/grouped-by.ts';
import type { Role } from '../../ledger/account.ts';
import type { Line } from '../../ledger/journal-entry.ts';
import { sum, ZERO, type Cents } from '../../money/cents.ts';
import type { Problem } from '../../problems/problem.ts';
import type { Catalog } from '../catalog.ts';

/**
 * What a journal does to earned and billed: what it earns on a project stands against earned, unbilled of the same project, and what
 * it bills on one comes off another. Else contracts would no longer tie to the balance sheet.
 */
export function earnedApart(
  lines: readonly Line[],
  { accounts, projects }: Pick<Catalog, 'accounts' | 'projects'>,
): readonly Problem[] {
  const roleOf = new Map(accounts.map(({ id, role }) => [id, role]));
  const of = (some: readonly Line[], ...roles: readonly Role[]): Cents =>
    sum([
      ZERO,
      ...some.filter(({ account }) => roles.some((role) => role === roleOf.get(account))).map(({ amount }) => amount),
    ]);
  const byProject = groupedBy(lines, ({ project }) => project);
  const earned = [...byProject].flatMap(([id, some]): readonly Problem[] => {
    const project = projects.find((each) => each.id === id)?.code ?? '';
    return of(some, 'revenue', 'earned-unbilled') === 0 ? [] : [{ at: 'rows', kind: 'earned-apart', project }];
  });
  return [...earned, ...(of(lines, 'progress-billings') === 0 ? [] : [{ at: 'rows', kind: 'billed-apart' } as const])];
}
