import type { Month } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { Coding } from '@lowtide/core/ledger/dimensions.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import {
  againstBySection,
  estimateAgainstActual,
  furthestOverFirst,
  together,
  type AgainstRow,
  type Sides,
} from '@lowtide/core/reports/estimate-against-actual/figures.ts';
import { orderedBy, type Value } from '@lowtide/core/reports/table.ts';
import type { CostCode } from '@lowtide/core/documents/catalog.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import type { Answer, Asked } from '../http/api.ts';
import { bounds, nameOf, type AsOf } from '../ledger/as-of-queries.ts';
import { projectTotals } from '../ledger/balance-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { keptByProject } from '../keeping/kept-by-project-queries.ts';
import { projects, type ProjectRecord } from '../company/project-queries.ts';
import { estimatedLines } from './against-queries.ts';

type Query = Pick<Asked<'estimate-against-actual'>['query'], 'project' | 'per' | 'order' | 'offset' | 'limit'>;

/** Estimate against actual of one project, or of all. Lines that are not asked for are added up, and not made ready to be sent. */
export async function against(db: Db, at: AsOf, query: Query): Promise<Answer<'estimate-against-actual'>> {
  const { project: only, per, order, offset, limit } = query;
  const limits = await bounds(db, at);
  const records = await projects(db, only);
  const ofAll = only === undefined ? await keptRows(db, at) : await rowsByProject(db, at, only);
  const all = furthestOverFirst(records.flatMap(({ id }) => ofAll.get(id) ?? []));
  const totals = await projectTotals(db, { ...limits, from: null }, only);
  const names = namesOf(records, await costCodes(db));
  const rows = orderedBy(all, order ?? '', ordersOf(names));
  const isPart = limit !== undefined && per !== 'section';
  const shown = isPart ? rows.slice(offset, offset + limit) : rows;
  return {
    ...(isPart ? { count: rows.length } : {}),
    rows: shown.map((row) => rowAnswer(row, names, at.through)),
    sections: (isPart ? [] : againstBySection(rows)).map(({ project, section, ...amounts }) => ({
      ...{ projectId: project, project: names.projectOf(project), projectName: names.projectNameOf(project), section },
      ...sidesAnswer(amounts),
    })),
    totals: sidesAnswer(together(rows)),
    earnedCents: sum(totals.map(({ earned }) => earned)),
    billedCents: sum(totals.map(({ billed }) => billed)),
  };
}

/** What a line is called. */
interface LineNames {
  readonly projectOf: (project: number) => string;
  readonly projectNameOf: (project: number) => string;
  readonly codeOf: (row: AgainstRow) => string;
  readonly nameOf: (row: AgainstRow) => string;
}

function namesOf(records: readonly ProjectRecord[], costCodeList: readonly CostCode[]): LineNames {
  const codes = new Map(costCodeList.map((code) => [code.id as number, code]));
  const byId = new Map(records.map((record) => [record.id as number, record]));
  return {
    projectOf: (project) => byId.get(project)?.code ?? '',
    projectNameOf: (project) => byId.get(project)?.name ?? '',
    codeOf: ({ project, coding }) => {
      const phase = byId.get(project)?.phases.find(({ id }) => id === coding?.phase);
      const code = coding ? codes.get(coding.costCode)?.code : undefined;
      return `${phase ? `${phase.code}/` : ''}${code ?? ''}`;
    },
    nameOf: ({ coding }) => (coding ? (codes.get(coding.costCode)?.name ?? '') : 'Price without cost'),
  };
}

/** What lines can be put in order by, as the columns of the report are called: only those that are shown are made ready to be sent. */
function ordersOf({
  projectOf,
  projectNameOf,
  codeOf,
  nameOf,
}: LineNames): Readonly<Record<string, (row: AgainstRow) => Value>> {
  return {
    project: ({ project }) => projectOf(project),
    projectName: ({ project }) => projectNameOf(project),
    section: ({ section }) => section,
    code: codeOf,
    name: nameOf,
    estimatedCost: ({ estimated }) => estimated,
    changes: ({ changes }) => changes,
    actual: ({ actual }) => actual,
    committed: ({ committed }) => committed,
    over: ({ over }) => over,
    overPercent: ({ overShare }) => overShare,
    completion: ({ completion }) => completion,
    price: ({ price }) => price,
    priceChanges: ({ priceChanges }) => priceChanges,
  };
}

function rowAnswer(
  row: AgainstRow,
  names: LineNames,
  through: Month,
): Answer<'estimate-against-actual'>['rows'][number] {
  const { project, coding, section, isEstimated, ...amounts } = row;
  return {
    ...{ projectId: project, project: names.projectOf(project), projectName: names.projectNameOf(project), section },
    code: names.codeOf(row),
    name: names.nameOf(row),
    costType: coding?.costType ?? null,
    estimated: isEstimated,
    ...(coding
      ? {
          actualFigure: figureOfCoding('cost', coding, through),
          committedFigure: figureOfCoding('committed', coding, through),
        }
      : {}),
    ...sidesAnswer(amounts),
  };
}

/** The rows of every project; worked out again only of those that moved. */
function keptRows(db: Db, at: AsOf): Promise<ReadonlyMap<number, readonly AgainstRow[]>> {
  return keptByProject(db, `estimate against actual ${nameOf(at)}`, (only) => rowsByProject(db, at, only));
}

async function rowsByProject(db: Db, at: AsOf, only?: number): Promise<ReadonlyMap<number, readonly AgainstRow[]>> {
  const asked = only === undefined ? (await projects(db)).map(({ id }) => id) : [only];
  const budget = await budgetAgainstActual(db, at, asked);
  const estimated = await estimatedLines(db, await bounds(db, at), only);
  return groupedBy(estimateAgainstActual(budget, estimated), ({ project }) => project);
}

function figureOfCoding(name: 'cost' | 'committed', coding: Coding, through: Month): string {
  return figureKey({ ...coding, name, phase: coding.phase ?? 'none', through });
}

function sidesAnswer(sides: Sides): Answer<'estimate-against-actual'>['totals'] {
  return {
    estimatedCents: sides.estimated,
    changesCents: sides.changes,
    actualCents: sides.actual,
    committedCents: sides.committed,
    completionCents: sides.completion,
    overCents: sides.over,
    over: sides.overShare,
    priceCents: sides.price,
    priceChangesCents: sides.priceChanges,
  };
}
