import type { Month } from '@lowtide/core/calendar/month.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { estimateAtCompletion, marginAtCompletion } from '@lowtide/core/progress/estimate-at-completion.ts';
import type { KeptDecimals } from '@lowtide/core/progress/measured-progress.ts';
import { progress } from '@lowtide/core/progress/progress.ts';
import { overbilled, type ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Answer, Asked } from '../http/api.ts';
import { projectFigures } from '../http/traced.ts';
import type { Db } from '../database/schema.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import { standingProjects, type StandingProject } from './position-queries.ts';

type PositionRow = Answer<'projects'>['rows'][number];

/** One project where it stands, as lists and its page show it. */
export function positionRow({ record, position }: StandingProject, through: Month, kept: KeptDecimals): PositionRow {
  const figure = projectFigures(record.id, through);
  const estimate = estimateAtCompletion(position);
  const reached = progress(position, kept);
  return {
    id: record.id,
    code: record.code,
    name: record.name,
    kind: record.kind,
    status: record.status,
    client: record.clientName,
    manager: record.manager,
    contract: figure('contract', position.contract),
    estimate: figure('estimate', estimate),
    cost: figure('cost', position.costToDate),
    earned: figure('earned', position.earned),
    billed: figure('billed', position.billed),
    overbilled: figure('overbilled', overbilled(position)),
    progress: reached.kind,
    complete: reached.complete,
    completeFigure: figureKey({ name: 'complete', project: record.id, through }),
    margin: marginAtCompletion(position),
    marginFigure: figureKey({ name: 'margin', project: record.id, through }),
    targetEndOn: record.targetEndOn,
  };
}

type Shown = Asked<'projects'>['query']['show'];

/** Whether a project is among those asked for. */
function isShown({ record: { status } }: StandingProject, shown: Shown): boolean {
  const isOver = status === 'finished' || status === 'closed' || status === 'cancelled';
  return shown === 'all' || isOver === (shown === 'finished');
}

/** Projects where they stand. */
export async function projectRows(db: Db, at: AsOf, shown: Shown): Promise<Answer<'projects'>> {
  const { percentDecimals } = await companyAt(db, await bounds(db, at));
  const all = await standingProjects(db, at);
  const standing = all.filter((each) => isShown(each, shown));
  const total = (of: (position: ProjectPosition) => Cents): Cents => sum(standing.map(({ position }) => of(position)));
  return {
    rows: standing.map((each) => positionRow(each, at.through, percentDecimals)),
    totals: {
      contractCents: total(({ contract }) => contract),
      estimateCents: total(estimateAtCompletion),
      costCents: total(({ costToDate }) => costToDate),
      earnedCents: total(({ earned }) => earned),
      billedCents: total(({ billed }) => billed),
      overbilledCents: total(overbilled),
    },
    ofAll: all.length,
  };
}

type PositionAnswer = Answer<'whatIf'>['positions'][number];

/** Where a project stands, without what only its own page shows. */
export function positionAnswer({ project, ...position }: ProjectPosition): PositionAnswer {
  const { id, code, name, kind, status, method, costTreatment, beforeContract, beforeEstimate, startOn, actualEndOn } =
    project;
  return {
    ...position,
    project: {
      ...{ id, code, name, kind, status, method, costTreatment, beforeContract, beforeEstimate },
      ...{ startOn, actualEndOn },
    },
  };
}
