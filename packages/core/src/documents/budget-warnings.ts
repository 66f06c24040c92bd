import { type Coding, codingKey } from '../ledger/dimensions.ts';
import type { Project } from '../ledger/project.ts';
import { cents, MOST_SUM, ZERO, type Cents } from '../money/cents.ts';
import type { Problem, Warning } from '../problems/problem.ts';
import type { Catalog } from './catalog.ts';

export interface CodedCost {
  readonly project: Project;
  readonly coding: Coding;
  readonly cost: Cents;
  /** What is committed more than before; less is negative. */
  readonly committed?: Cents;
  readonly at: string;
}

/**
 * Warns once per coding, at the line that takes it over its budget or has no budget line at all; once per idle project. A project that
 * keeps no budget is not told of each line that it has none.
 */
export function budgetWarnings(costs: readonly CodedCost[], catalog: Catalog): readonly Warning[] {
  const entered = new Map<string, number>();
  const warned = new Set<string>();
  const budgeted = budgetedProjects(catalog);
  const once = (key: string, warning: Warning): readonly Warning[] => {
    if (warned.has(key)) return [];
    warned.add(key);
    return [warning];
  };
  return costs.flatMap(({ project, coding, cost: actual, committed = ZERO, at }): readonly Warning[] => {
    const key = codingKey(coding);
    const cost = actual + committed;
    const before = entered.get(key) ?? 0;
    const after = cents(before + cost);
    entered.set(key, after);
    const idle: readonly Warning[] =
      project.status === 'active'
        ? []
        : once(project.code, { at, kind: 'not-active', project: project.code, status: project.status });
    const stand = catalog.stands.get(key);
    const code = codeLabel(project, coding, catalog);
    if (!stand?.isBudgeted) {
      const isTold = budgeted.has(String(project.id));
      return [...idle, ...(isTold ? once(key, { at, kind: 'unbudgeted', code, project: project.code }) : [])];
    }
    // Beyond what can be added up, posting is refused; the warning only says that it is over.
    const total = cents(Math.max(-MOST_SUM, Math.min(MOST_SUM, stand.actual + stand.committed + after)));
    const left = cents(stand.budget - stand.actual - stand.committed - before);
    // What lowers the cost of a line takes it no further over.
    if (total <= stand.budget || after <= 0) return idle;
    return [...idle, ...once(key, { at, kind: 'over-budget', budget: stand.budget, after: total, left, code })];
  });
}

/** What a sheet says, where the company posts nothing over budget: what else deserves a second look is wrong then. */
export function heldToBudget<
  R extends { readonly problems: readonly Problem[]; readonly warnings: readonly Warning[] },
>(reading: R, { overBudget }: Pick<Catalog, 'overBudget'>): R {
  if (overBudget === 'warn') return reading;
  const over = reading.warnings.filter((warning) => warning.kind === 'over-budget');
  return {
    ...reading,
    problems: [...reading.problems, ...over],
    warnings: reading.warnings.filter(({ kind }) => kind !== 'over-budget'),
  };
}

/** Numbers of the projects that have a budget line; a coding's key begins with that of its project. */
function budgetedProjects({ stands }: Catalog): ReadonlySet<string> {
  return new Set([...stands].flatMap(([key, { isBudgeted }]) => (isBudgeted ? [key.slice(0, key.indexOf('/'))] : [])));
}

/** A coding as people say it: `M2/31-200 subcontract`. */
export function codeLabel(project: Project, coding: Coding, catalog: Pick<Catalog, 'costCodes'>): string {
  const phase = project.phases.find(({ id }) => id === coding.phase);
  const code = catalog.costCodes.find(({ id }) => id === coding.costCode)?.code ?? '?';
  return `${phase ? `${phase.code}/` : ''}${code} ${coding.costType}`;
}
