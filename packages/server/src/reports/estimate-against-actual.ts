import type { Month } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { Coding } from '@lowtide/core/ledger/journal-entry.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import {
  againstBySection,
  estimateAgainstActual,
  furthestOverFirst,
  together,
  type AgainstRow,
  type Sides,
} from '@lowtide/core/reports/estimate-against-actual/figures.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../documents/catalog-queries.ts';
import type { Answer, Asked } from '../http/api.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { projectTotals } from '../ledger/balance-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { keptByProject } from '../projects/kept-by-project-queries.ts';
import { projects } from '../projects/project-queries.ts';
import { estimatedLines } from './against-queries.ts';

type Query = Pick<Asked<'estimate-against-actual'>['query'], 'project' | 'per' | 'order' | 'offset' | 'limit'>;

/** Estimate against actual of one project, or of all. Lines that are not asked for are added up, and not made ready to be sent. */
export async function against(db: Db, at: AsOf, query: Query): Promise<Answer<'estimate-against-actual'>> {
  const { project: only, per, order, offset, limit } = query;
  const limits = await bounds(db, at);
  const records = await projects(db, only);
  const ofAll = only === undefined ? await keptRows(db, at) : await rowsByProject(db, at, only);
  const rows = furthestOverFirst(records.flatMap(({ id }) => ofAll.get(id) ?? []));
  const totals = await projectTotals(db, { ...limits, from: null }, only);
  const codes = new Map((await costCodes(db)).map((code) => [code.id as number, code]));
  // In another order, all of them must be there before any can be picked.
  const isPart = limit !== undefined && order === undefined && per !== 'section';
  const shown = isPart ? rows.slice(offset, offset + limit) : rows;
  const byId = new Map(records.map((record) => [record.id as number, record]));
  const projectOf = (id: number) => ({ projectId: id, project: byId.get(id)?.code ?? '' });
  return {
    ...(isPart ? { count: rows.length } : {}),
    rows: shown.map(({ project, coding, section, isEstimated, ...amounts }) => {
      const phase = byId.get(project)?.phases.find(({ id }) => id === coding?.phase);
      const code = coding ? codes.get(coding.costCode) : undefined;
      return {
        ...projectOf(project),
        section,
        code: `${phase ? `${phase.code}/` : ''}${code?.code ?? ''}`,
        name: coding ? (code?.name ?? '') : 'Price without cost',
        costType: coding?.costType ?? null,
        estimated: isEstimated,
        ...(coding ? { actualFigure: costFigure(coding, at.through) } : {}),
        ...sidesAnswer(amounts),
      };
    }),
    sections: (isPart ? [] : againstBySection(rows)).map(({ project, section, ...amounts }) => ({
      ...projectOf(project),
      section,
      ...sidesAnswer(amounts),
    })),
    totals: sidesAnswer(together(rows)),
    earnedCents: sum(totals.map(({ earned }) => earned)),
    billedCents: sum(totals.map(({ billed }) => billed)),
  };
}

/** The rows of every project; worked out again only of those that moved. */
function keptRows(db: Db, at: AsOf): Promise<ReadonlyMap<number, readonly AgainstRow[]>> {
  return keptByProject(db, { name: 'estimate against actual', at }, (only) => rowsByProject(db, at, only));
}

async function rowsByProject(db: Db, at: AsOf, only?: number): Promise<ReadonlyMap<number, readonly AgainstRow[]>> {
  const asked = only === undefined ? (await projects(db)).map(({ id }) => id) : [only];
  const budget = await budgetAgainstActual(db, at, asked);
  const estimated = await estimatedLines(db, await bounds(db, at), only);
  return groupedBy(estimateAgainstActual(budget, estimated), ({ project }) => project);
}

function costFigure(coding: Coding, through: Month): string {
  return figureKey({ ...coding, name: 'cost', phase: coding.phase ?? 'none', through });
}

function sidesAnswer(sides: Sides): Answer<'estimate-against-actual'>['totals'] {
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
