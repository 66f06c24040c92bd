import type { Router } from 'express';
import { sum } from '@lowtide/core/money/cents.ts';
import {
  againstBySection,
  estimateAgainstActual,
  together,
  type Sides,
} from '@lowtide/core/statements/estimate-against-actual.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../entry/catalog-queries.ts';
import { read, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { asOf, bounds, type AsOf } from '../journal/as-of-queries.ts';
import { projectTotals } from '../journal/balance-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { projects } from '../projects/project-queries.ts';
import { estimatedLines } from './against-queries.ts';

export function againstRoutes(router: Router, context: Context): void {
  read(router, context, 'against', async (db, { query }) => against(db, asOf(query), query.project));
}

/** Estimate against actual of one project, or of all. */
async function against(db: Db, at: AsOf, only: number | undefined): Promise<Answer<'against'>> {
  const limits = await bounds(db, at);
  const records = await projects(db, only);
  const budget = await budgetAgainstActual(
    db,
    at,
    records.map(({ id }) => id),
  );
  const rows = estimateAgainstActual(budget, await estimatedLines(db, limits, only));
  const totals = await projectTotals(db, { ...limits, from: null }, only);
  const codes = new Map((await costCodes(db)).map((code) => [code.id as number, code]));
  const byId = new Map(records.map((record) => [record.id as number, record]));
  const projectOf = (id: number) => ({ projectId: id, project: byId.get(id)?.code ?? '' });
  return {
    rows: rows.map(({ coding, section, isEstimated, ...amounts }) => {
      const phase = byId.get(coding.project)?.phases.find(({ id }) => id === coding.phase);
      const code = codes.get(coding.costCode);
      return {
        ...projectOf(coding.project),
        section,
        code: `${phase ? `${phase.code}/` : ''}${code?.code ?? ''}`,
        name: code?.name ?? '',
        costType: coding.costType,
        estimated: isEstimated,
        actualFigure: figureKey({ ...coding, name: 'cost', phase: coding.phase ?? 'none', through: at.through }),
        ...sidesAnswer(amounts),
      };
    }),
    sections: againstBySection(rows).map(({ coding, section, ...amounts }) => ({
      ...projectOf(coding.project),
      section,
      ...sidesAnswer(amounts),
    })),
    totals: sidesAnswer(together(rows)),
    earnedCents: sum(totals.map(({ earned }) => earned)),
    billedCents: sum(totals.map(({ billed }) => billed)),
  };
}

function sidesAnswer(sides: Sides): Answer<'against'>['totals'] {
  return {
    estimatedCents: sides.estimated,
    changesCents: sides.changes,
    actualCents: sides.actual,
    completionCents: sides.completion,
    overCents: sides.over,
    over: sides.overShare,
    priceCents: sides.price,
    priceChangesCents: sides.priceChanges,
  };
}
