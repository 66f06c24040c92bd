import type { Router } from 'express';
import { dayIn, filled, moneyIn, required, textIn, type Cell } from '@lowtide/core/cells/cell.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { lookedUp } from '@lowtide/core/lookup/lookup.ts';
import { cents, difference, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { accepted, following, gathered, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { atZeroMargin } from '@lowtide/core/progress/estimate-at-completion.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { projects } from '../company/project-queries.ts';
import type { Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf, bounds, EVERYTHING } from '../ledger/as-of-queries.ts';
import { closedProblems } from './closed-project-queries.ts';
import { standingProjects } from './position-queries.ts';
import { insertWaste, wastedCost, wastedRows } from './wasted-cost-queries.ts';

/** Cost that shows no progress: work done twice, material that was spoiled. */
export function wastedCostRoutes(router: Router, context: Context): void {
  read(router, context, 'wastedCost', async (db, { query }) => ({
    rows: (await wastedRows(db, await bounds(db, asOf(query)))).map(({ project, amount, ...row }) => ({
      ...{ ...row, projectId: project, amountCents: amount },
    })),
  }));
  write(router, context, 'tellWaste', async (trx, { body }, acting) => tellWaste(trx, body, acting));
}

async function tellWaste(trx: Trx, form: Asked<'tellWaste'>['body'], acting: Acting): Promise<Answer<'tellWaste'>> {
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const all = await projects(trx);
  const cell = (at: 'project' | 'on' | 'amount' | 'reason'): Cell => ({ typed: form[at], at });
  const read = acceptedOr(
    gathered({
      project: required(cell('project'), 'the project', (typed) => lookedUp(all, typed, 'project')),
      on: following(
        required(cell('on'), 'the day', (typed) => dayIn(typed, acting.today, dayOrder)),
        (day) => openDay(day, lockedThrough, 'on'),
      ),
      amount: following(filled(cell('amount'), 'the amount'), moneyIn),
      reason: required(cell('reason'), 'why it shows no progress', (typed) => textIn(typed, 'the reason', 400)),
    }),
  );
  const { project, on, reason } = read;
  if (project.method !== 'cost-to-cost') {
    throw new Refusal([{ at: 'project', kind: 'measured-in-another-way', project: project.code }]);
  }
  const closed = await closedProblems(trx, project.id, 'project');
  if (closed.length > 0) throw new Refusal(closed);
  const told = (await wastedCost(trx, EVERYTHING, project.id)).get(project.id) ?? ZERO;
  const through = { through: monthOf(on > acting.today ? on : acting.today), known: null };
  const [standing] = await standingProjects(trx, through, { only: project.id });
  const cost = standing === undefined ? ZERO : measurable(standing.position);
  const amount = acceptedOr(wasteWithin(read.amount, { told, cost }));
  await insertWaste(trx, { project: project.id, on, amount, reason }, acting);
  await audit(trx, acting, { action: 'tell wasted cost', subject: project.code, detail: { on, amount, reason } });
  return { done: true };
}

/** Cost that can be wasted: all but that of lines carried at zero margin. */
function measurable(position: Parameters<typeof atZeroMargin>[0] & { readonly costToDate: Cents }): Cents {
  return difference(position.costToDate, atZeroMargin(position).cost);
}

/** In all it is neither below nothing nor more than the project has cost. */
function wasteWithin(amount: Cents, { told, cost }: { readonly told: Cents; readonly cost: Cents }): Decision<Cents> {
  const after = cents(told + amount);
  return amount !== 0 && after >= 0 && after <= cost
    ? accepted(amount)
    : refused({
        ...{ at: 'amount', kind: 'number-outside', field: 'wasted cost' },
        ...{ least: dollars(cents(-told)), most: dollars(difference(cost, told)) },
      });
}
