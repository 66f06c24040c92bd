import { budgetFigures, budgetTotals, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { difference, sum } from '@lowtide/core/money/cents.ts';
import type { Answer } from '../http/api.ts';
import { traced } from '../http/traced.ts';
import type { StandingProject } from './position-queries.ts';

export interface CodeNames {
  readonly costCodes: ReadonlyMap<number, { readonly code: string; readonly name: string }>;
  readonly phases: ReadonlyMap<number, string>;
}

type BudgetAnswer = Answer<'project'>['budget'][number];

/** One budget line, or one coding with cost and no budget. */
export function budgetAnswer(row: BudgetRow, through: Month, names: CodeNames): BudgetAnswer {
  const { coding, budget, actual, committed } = row;
  const figures = budgetFigures(row);
  const about = {
    project: coding.project,
    phase: coding.phase ?? ('none' as const),
    costCode: coding.costCode,
    costType: coding.costType,
    through,
  };
  const code = names.costCodes.get(coding.costCode);
  return {
    code: code?.code ?? '',
    name: code?.name ?? '',
    costType: coding.costType,
    phase: coding.phase === null ? null : (names.phases.get(coding.phase) ?? null),
    ...{ budgeted: budget !== null, isZeroMargin: row.isZeroMargin },
    original: { amountCents: budget?.original ?? 0 },
    changesCents: budget?.changes ?? 0,
    revised: traced(figures.revised, { name: 'budget', ...about }),
    actual: traced(actual, { name: 'cost', ...about }),
    committed: traced(committed, { name: 'committed', ...about }),
    estimate: traced(figures.estimate, { name: 'line-estimate', ...about }),
    remaining: traced(figures.remaining, { name: 'remaining', ...about }),
    variance: traced(figures.variance, { name: 'variance', ...about }),
    used: figures.used,
  };
}

export function budgetTotalsAnswer(rows: readonly BudgetRow[]): Answer<'project'>['budgetTotals'] {
  const totals = budgetTotals(rows);
  return {
    originalCents: totals.original,
    changesCents: totals.changes,
    actualCents: totals.actual,
    committedCents: totals.committed,
    estimateCents: totals.estimate,
    remainingCents: totals.remaining,
    varianceCents: totals.variance,
  };
}

/** Profit recognized so far: earned less cost recognized less expected loss. */
export function profitToDate({ totals }: StandingProject) {
  return difference(totals.earned, sum([totals.expensed, totals.loss]));
}
