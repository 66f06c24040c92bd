import { fiscalYearStart, plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import { difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { contractNet, priceOf } from '@lowtide/core/progress/project-position.ts';
import { belongsInSchedule, wipRow, type WipRow } from '@lowtide/core/reports/wip-schedule/figures.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { projectTotals } from '../ledger/balance-queries.ts';
import { notesOfProjects } from '../projects/reader-note-queries.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import { projectFigures, traced } from '../http/traced.ts';

type Schedule = Answer<'wip-schedule'>;

/** The WIP schedule through a month: contracts, each where it stands, and totals. */
export async function wipSchedule(db: Db, at: AsOf): Promise<Schedule> {
  const { rows, yearStart } = await scheduled(db, at);
  const notes = await notesOfProjects(db, await bounds(db, at));
  return {
    rows: rows.map((each) => ({
      ...wipAnswer(each, at.through, yearStart),
      note: notes.get(each.standing.record.id) ?? '',
    })),
    totals: wipTotals(rows),
  };
}

/** Contracts of the schedule where they stand, and the first month of its year. */
export async function scheduled(
  db: Db,
  at: AsOf,
): Promise<{ readonly rows: readonly ScheduledProject[]; readonly yearStart: Month }> {
  const company = await companyAt(db, await bounds(db, at));
  const yearStart = fiscalYearStart(at.through, company.fiscalYearStartMonth);
  const rows = (await standingProjects(db, at, { since: yearStart }))
    .filter(({ position }) => belongsInSchedule(position))
    .map((standing) => {
      const { expensed, loss } = standing.totals;
      const row = wipRow(standing.position, { costOfRevenue: expensed, lossExpense: loss }, company.percentDecimals);
      return { standing, row, earnedThisYear: standing.totals.earnedSince };
    });
  return { rows, yearStart };
}

export interface ScheduledProject {
  readonly standing: StandingProject;
  readonly row: WipRow;
  readonly earnedThisYear: Cents;
}

function wipAnswer(
  { standing, row, earnedThisYear }: ScheduledProject,
  through: Month,
  yearStart: Month,
): Omit<Schedule['rows'][number], 'note'> {
  const { record, position } = standing;
  const figure = projectFigures(record.id, through);
  const before = plusMonths(yearStart, -1);
  return {
    id: record.id,
    code: record.code,
    name: record.name,
    client: record.clientName ?? '',
    ...{ manager: record.manager, status: record.status, includedCents: position.included },
    contract: figure(priceOf(position).figure, row.price),
    estimate: figure('estimate', row.estimate),
    profit: figure('profit-at-completion', row.estimatedGrossProfit),
    margin: row.estimatedMargin,
    marginFigure: figureKey({ name: 'margin', project: record.id, through }),
    cost: figure('cost', position.costToDate),
    complete: row.progress.complete,
    completeFigure: figureKey({ name: 'complete', project: record.id, through }),
    progress: row.progress.kind,
    earned: figure('earned', position.earned),
    profitToDate: figure('profit-to-date', row.grossProfitToDate),
    billed: figure('billed', position.billed),
    overbilledCents: row.overbilled,
    underbilledCents: row.underbilled,
    netFigure: figureKey({ name: 'overbilled', project: record.id, through }),
    retained: figure('retention-held', standing.totals.retained),
    deposit: figure('deposit-left', standing.totals.deposit),
    net: figure('contract-net', contractNet(standing.totals)),
    earnedThisYear: traced(earnedThisYear, { name: 'earned', project: record.id, from: yearStart, through }),
    earnedBeforeYear: traced(difference(position.earned, earnedThisYear), {
      name: 'earned',
      project: record.id,
      through: before,
    }),
    backlog: figure('backlog', row.backlog),
    costToComplete: figure('cost-to-complete', row.costToComplete),
    profitInBacklogCents: row.profitInBacklog,
  };
}

function wipTotals(rows: readonly ScheduledProject[]): Schedule['totals'] {
  const total = (of: (each: ScheduledProject) => Cents): Cents => sum(rows.map(of));
  return {
    contractCents: total(({ row }) => row.price),
    includedCents: total(({ row }) => row.position.included),
    estimateCents: total(({ row }) => row.estimate),
    profitCents: total(({ row }) => row.estimatedGrossProfit),
    costCents: total(({ row }) => row.position.costToDate),
    earnedCents: total(({ row }) => row.position.earned),
    profitToDateCents: total(({ row }) => row.grossProfitToDate),
    billedCents: total(({ row }) => row.position.billed),
    overbilledCents: total(({ row }) => row.overbilled),
    underbilledCents: total(({ row }) => row.underbilled),
    retainedCents: total(({ standing }) => standing.totals.retained),
    depositCents: total(({ standing }) => standing.totals.deposit),
    netCents: total(({ standing }) => contractNet(standing.totals)),
    earnedThisYearCents: total(({ earnedThisYear }) => earnedThisYear),
    backlogCents: total(({ row }) => row.backlog),
    costToCompleteCents: total(({ row }) => row.costToComplete),
    profitInBacklogCents: total(({ row }) => row.profitInBacklog),
  };
}

/** The net of every contract, for the balance sheet. */
export async function contractNets(db: Db, at: AsOf, project?: number): Promise<readonly Cents[]> {
  const span = { ...(await bounds(db, at)), from: null };
  return (await projectTotals(db, span, project)).map(contractNet);
}
