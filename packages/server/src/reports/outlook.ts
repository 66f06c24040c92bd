import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, monthAt, type Month } from '@lowtide/core/calendar/month.ts';
import { costCurve, type PlannedPart } from '@lowtide/core/forecast/cost-curve.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { estimateAtCompletion } from '@lowtide/core/progress/estimate-at-completion.ts';
import { progress } from '@lowtide/core/progress/progress.ts';
import { hasEnded } from '@lowtide/core/progress/stage.ts';
import { deadline } from '@lowtide/core/reports/deadlines/figures.ts';
import { fade, fadeTotals, type Expected } from '@lowtide/core/reports/fade/figures.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { traced } from '../http/traced.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { projectMonths } from '../ledger/balance-queries.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';
import type { Clock } from '../http/context.ts';
import { companyAt } from '../company/company-queries.ts';
import { budgetParts } from './budget-part-queries.ts';
import { knownThen } from './known-then-queries.ts';

function expected({ position }: StandingProject): Expected {
  return { contract: position.contract, budget: position.budget, estimate: estimateAtCompletion(position) };
}

/**
 * Contracts whose expected profit is measured at both ends: one that had none at the first end began with what it had when it came.
 * The earlier end is as it was known then, unless asked otherwise: what was learned since is what moved.
 */
export async function fadeReport(
  db: Db,
  at: AsOf,
  { from, earlier: asked }: FadeEnds,
  clock: Clock,
): Promise<Answer<'fade'>> {
  const known = asked === 'now' ? at.known : await knownThen(db, from, at.known, clock);
  const before = new Map((await standingProjects(db, { through: from, known })).map((each) => [each.record.id, each]));
  const rows = (await standingProjects(db, at)).flatMap((standing) => {
    const { record } = standing;
    const earlier = before.get(record.id);
    if (!earlier || earlier.position.contract === 0 || record.kind !== 'client') return [];
    const key = (through: Month): string => figureKey({ name: 'profit-at-completion', project: record.id, through });
    const moved = fade(expected(earlier), expected(standing));
    return [
      {
        ...{ id: record.id, code: record.code, name: record.name, ...moved },
        ...{ beforeFigure: key(from), afterFigure: key(at.through) },
      },
    ];
  });
  return {
    knownThen: known === at.known || known === null ? null : new Date(known).toISOString(),
    rows: rows.toSorted((one, other) => one.fade - other.fade),
    totals: fadeTotals(rows),
  };
}

interface FadeEnds {
  readonly from: Month;
  readonly earlier: 'then' | 'now';
}

export async function costCurveOf(db: Db, project: number, at: AsOf): Promise<Answer<'costCurve'>> {
  const [standing] = await standingProjects(db, at, { only: project });
  if (!standing) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  const { record, position } = standing;
  const limits = await bounds(db, at);
  const months = await projectMonths(db, { ...limits, from: null }, project);
  const targetEnd = record.targetEndOn ?? record.actualEndOn ?? lastDay(at.through);
  const plan = (await budgetParts(db, limits, project)).map(({ original, effectiveOn, amount }): PlannedPart => ({
    amount,
    from: original || dayOf(effectiveOn) < record.startOn ? record.startOn : dayOf(effectiveOn),
    through: targetEnd,
  }));
  const estimate = estimateAtCompletion(position);
  const actual = months.map(({ month, held, expensed }) => ({ month: monthAt(month), amount: cents(held + expensed) }));
  return {
    points: [...costCurve({ plan, actual, estimate, through: at.through, targetEnd })],
    targetEndOn: record.targetEndOn,
    estimate: traced(estimate, { name: 'estimate', project, through: at.through }),
  };
}

/** Projects under way by their target end; those past it first, those without one last. */
export async function deadlines(db: Db, at: AsOf): Promise<Answer<'deadlines'>> {
  const { percentDecimals } = await companyAt(db, await bounds(db, at));
  const on = lastDay(at.through);
  const rows = (await standingProjects(db, at))
    .filter(
      ({ record, position }) =>
        !hasEnded(position.stage) && (record.status === 'active' || record.status === 'proposed'),
    )
    .map(({ record, position }) => {
      const complete = record.method === 'none' ? null : progress(position, percentDecimals).complete;
      const { targetEndOn, startOn } = record;
      const stand = targetEndOn === null ? null : deadline({ startOn, targetEndOn }, complete, on);
      return {
        ...{ id: record.id, code: record.code, name: record.name, manager: record.manager, startOn, targetEndOn },
        timeGone: stand?.timeGone ?? null,
        daysLeft: stand?.daysLeft ?? null,
        kind: stand?.kind ?? ('open' as const),
        complete,
        ...(complete === null
          ? {}
          : { completeFigure: figureKey({ name: 'complete', project: record.id, through: at.through }) }),
      };
    });
  return { rows: rows.toSorted((one, other) => byEnd(one.targetEndOn, other.targetEndOn)) };
}

function byEnd(one: string | null, other: string | null): number {
  if (one === other) return 0;
  if (one === null || other === null) return one === null ? 1 : -1;
  return one < other ? -1 : 1;
}
