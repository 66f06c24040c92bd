import { plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { rollForward, type ContractEnd, type RollForward } from '@lowtide/core/reports/roll-forward/figures.ts';
import { belongsInSchedule } from '@lowtide/core/reports/wip-schedule/figures.ts';
import type { FigureName } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { projectFigures, traced } from '../http/traced.ts';
import { asOf } from '../ledger/as-of-queries.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';

type Report = Answer<'roll-forward'>;

/** Balances of every contract from the opening to the closing of a span, both as known at the moment that is asked. */
export async function rollForwardReport(db: Db, query: Asked<'roll-forward'>['query']): Promise<Report> {
  const at = asOf(query);
  const before = { ...at, through: plusMonths(query.from, -1) };
  const opening = new Map((await standingProjects(db, before)).map((each) => [each.record.id, each]));
  const rolled = (await standingProjects(db, at)).flatMap((closing) => {
    const opened = opening.get(closing.record.id);
    const belongs = belongsInSchedule(closing.position) || (opened && belongsInSchedule(opened.position));
    if (!belongs) return [];
    return [{ record: closing.record, roll: rollForward(opened ? end(opened) : null, end(closing)) }];
  });
  return {
    rows: rolled.map((each) => rowAnswer(each, { from: query.from, through: at.through })),
    totals: totalsAnswer(rolled.map(({ roll }) => roll)),
  };
}

function end({ position, totals }: StandingProject): ContractEnd {
  return { position, held: totals.held, recognized: totals.expensed, loss: totals.loss };
}

interface Span {
  readonly from: Month;
  readonly through: Month;
}

function rowAnswer(
  { record, roll }: { readonly record: StandingProject['record']; readonly roll: RollForward },
  { from, through }: Span,
): Report['rows'][number] {
  const project = record.id;
  const opening = projectFigures(project, plusMonths(from, -1));
  const closing = projectFigures(project, through);
  const within = (name: FigureName, amount: Cents) => traced(amount, { name, project, from, through });
  const { wip, net, provision, backlog } = roll;
  return {
    ...{ id: project, code: record.code, name: record.name },
    wip: {
      opening: opening('cost-held', wip.opening),
      ...{ cost: within('cost', wip.cost), recognized: within('cost-recognized', wip.recognized) },
      closing: closing('cost-held', wip.closing),
    },
    net: {
      opening: opening('overbilled', net.opening),
      ...{ billed: within('billed', net.billed), earned: within('earned', net.earned) },
      ...{ fromOpeningCents: net.fromOpening, closing: closing('overbilled', net.closing) },
    },
    provision: {
      opening: opening('loss-expense', provision.opening),
      ...{ change: within('loss-expense', provision.change), closing: closing('loss-expense', provision.closing) },
    },
    backlog: {
      opening: opening('backlog', backlog.opening),
      ...{ addedCents: backlog.added, changedCents: backlog.changed, earned: within('earned', backlog.earned) },
      closing: closing('backlog', backlog.closing),
    },
  };
}

function totalsAnswer(rolls: readonly RollForward[]): Report['totals'] {
  const total = (of: (roll: RollForward) => Cents): Cents => sum(rolls.map(of));
  return {
    wip: {
      ...{ openingCents: total(({ wip }) => wip.opening), costCents: total(({ wip }) => wip.cost) },
      recognizedCents: total(({ wip }) => wip.recognized),
      closingCents: total(({ wip }) => wip.closing),
    },
    net: {
      ...{ openingCents: total(({ net }) => net.opening), billedCents: total(({ net }) => net.billed) },
      ...{ earnedCents: total(({ net }) => net.earned), fromOpeningCents: total(({ net }) => net.fromOpening) },
      closingCents: total(({ net }) => net.closing),
    },
    provision: {
      openingCents: total(({ provision }) => provision.opening),
      changeCents: total(({ provision }) => provision.change),
      closingCents: total(({ provision }) => provision.closing),
    },
    backlog: {
      openingCents: total(({ backlog }) => backlog.opening),
      ...{ addedCents: total(({ backlog }) => backlog.added), changedCents: total(({ backlog }) => backlog.changed) },
      ...{ earnedCents: total(({ backlog }) => backlog.earned), closingCents: total(({ backlog }) => backlog.closing) },
    },
  };
}
