import { monthAt } from '@lowtide/core/calendar/month.ts';
import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import { cents, difference, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { estimateAtCompletion } from '@lowtide/core/progress/estimate-at-completion.ts';
import { priceOf } from '@lowtide/core/progress/project-position.ts';
import { progress } from '@lowtide/core/progress/progress.ts';
import type { Db } from '../database/schema.ts';
import { exposures } from '../estimates/estimate-queries.ts';
import type { Answer } from '../http/api.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { projectMonths } from '../ledger/balance-queries.ts';
import { projectPlans } from '../projects/plan-queries.ts';
import { seenProjects } from '../http/seen-projects.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { companyAt } from '../company/company-queries.ts';

export async function portfolio(db: Db, at: AsOf): Promise<Answer<'portfolio'>> {
  const { percentDecimals } = await companyAt(db, await bounds(db, at));
  const span = { ...(await bounds(db, at)), from: null };
  const pending = await exposures(db, span);
  const plans = await projectPlans(db, at);
  const rows = (await standingProjects(db, at)).map(({ record, position, totals }) => {
    const estimate = estimateAtCompletion(position);
    return {
      id: record.id,
      code: record.code,
      name: record.name,
      kind: record.kind,
      status: record.status,
      client: record.clientName ?? '',
      manager: record.manager,
      complete: progress(position, percentDecimals).complete,
      contractCents: position.contract,
      earnedCents: position.earned,
      billedCents: position.billed,
      backlogCents: difference(priceOf(position).amount, position.earned),
      budgetCents: position.budget,
      estimateCents: estimate,
      costCents: position.costToDate,
      committedCents: plans.get(record.id)?.committed ?? ZERO,
      costByType: [...(plans.get(record.id)?.costByType ?? COST_TYPES.map(() => ZERO))],
      // What is held becomes an asset, and so no loss.
      profitAtCompletionCents:
        record.kind === 'internal' && record.costTreatment === 'hold'
          ? ZERO
          : difference(priceOf(position).amount, estimate),
      profitToDateCents: difference(totals.earned, sum([totals.expensed, totals.loss])),
      pendingPriceCents: pending.get(record.id)?.price ?? ZERO,
      pendingCostCents: pending.get(record.id)?.cost ?? ZERO,
      hours: totals.hours,
    };
  });
  // By month it is all projects together, or none.
  const ofAll = seenProjects(db) === null ? await projectMonths(db, span) : [];
  const months = ofAll.map(({ month, earned, expensed, loss }) => {
    const cost = cents(expensed + loss);
    return { month: monthAt(month), revenueCents: earned, costCents: cost, profitCents: difference(earned, cost) };
  });
  return { rows, months };
}
