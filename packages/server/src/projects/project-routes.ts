import type { Router } from 'express';
import type { BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { monthAt } from '@lowtide/core/calendar/month.ts';
import { cents, difference } from '@lowtide/core/money/cents.ts';
import { estimateAtCompletion } from '@lowtide/core/progress/estimate-at-completion.ts';
import type { KeptDecimals } from '@lowtide/core/progress/measured-progress.ts';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { read, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { projectMonths } from '../ledger/balance-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import { projectFigures } from '../http/traced.ts';
import { budgetAgainstActual } from './budget-queries.ts';
import { contractChanges } from './contract-queries.ts';
import { standingProjects, type StandingProject } from './position-queries.ts';
import { budgetAnswer, budgetTotalsAnswer, profitToDate } from './project-answers.ts';
import { positionRow } from './position-row-queries.ts';

export function projectRoutes(router: Router, context: Context): void {
  read(router, context, 'project', async (db, { params, query }) => projectDetail(db, params.id, asOf(query)));
}

/** One project with its budget, its months and the changes of its contract. */
export async function projectDetail(db: Db, id: number, at: AsOf): Promise<Page> {
  const { percentDecimals } = await companyAt(db, await bounds(db, at));
  const budget = await budgetAgainstActual(db, at, [id]);
  const [standing] = await standingProjects(db, at, { only: id, budget });
  if (!standing) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  return {
    ...page(standing, at.through, percentDecimals),
    ...budgetPart(budget, { through: at.through, record: standing.record, codes: await costCodes(db) }),
    ...(await monthsAndChanges(db, id, at)),
  };
}

type Page = Answer<'project'>;

function page(
  standing: StandingProject,
  through: AsOf['through'],
  kept: KeptDecimals,
): Omit<Page, 'budget' | 'budgetTotals' | 'months' | 'contractChanges'> {
  const { record, position, totals } = standing;
  const figure = projectFigures(record.id, through);
  const estimate = estimateAtCompletion(position);
  const { override } = position;
  return {
    position: positionRow(standing, through, kept),
    method: record.method,
    costTreatment: record.costTreatment,
    startOn: record.startOn,
    actualEndOn: record.actualEndOn,
    siteAddress: record.siteAddress,
    notes: record.notes,
    version: record.version,
    costToComplete: figure('cost-to-complete', difference(estimate, position.costToDate)),
    backlog: figure('backlog', difference(position.contract, position.earned)),
    profitAtCompletion: figure('profit-at-completion', difference(position.contract, estimate)),
    profitToDate: figure('profit-to-date', profitToDate(standing)),
    held: figure('cost-held', totals.held),
    forecastMonth: position.forecastMonth,
    override: override && { amountCents: override.amount, month: override.month, reason: override.reason },
  };
}

interface BudgetNames {
  readonly through: AsOf['through'];
  readonly record: StandingProject['record'];
  readonly codes: Awaited<ReturnType<typeof costCodes>>;
}

function budgetPart(
  rows: readonly BudgetRow[],
  { through, record, codes }: BudgetNames,
): Pick<Page, 'budget' | 'budgetTotals'> {
  const names = {
    costCodes: new Map(codes.map((code) => [code.id as number, code])),
    phases: new Map(record.phases.map(({ id, code }) => [id as number, code])),
  };
  return { budget: rows.map((row) => budgetAnswer(row, through, names)), budgetTotals: budgetTotalsAnswer(rows) };
}

async function monthsAndChanges(db: Db, project: number, at: AsOf): Promise<Pick<Page, 'months' | 'contractChanges'>> {
  const span = { ...(await bounds(db, at)), from: null };
  const months = await projectMonths(db, span, project);
  return {
    months: months.map(({ month, held, expensed, earned, billed }) => ({
      month: monthAt(month),
      costCents: cents(held + expensed),
      earnedCents: earned,
      billedCents: billed,
    })),
    contractChanges: await contractChanges(db, span, project),
  };
}
