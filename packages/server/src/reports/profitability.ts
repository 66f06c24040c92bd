import { monthNumber } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { result, totalResult, type Result, type ResultAmounts } from '@lowtide/core/reports/profitability/figures.ts';
import { figureKey, type Figure } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { bounds, nameOf, type AsOf } from '../ledger/as-of-queries.ts';
import { keptByProject } from '../keeping/kept-by-project-queries.ts';
import { projects } from '../company/project-queries.ts';
import { traced } from '../http/traced.ts';
import { resultsByProject, unassignedResult } from './profitability-queries.ts';

type About = Pick<Figure, 'project' | 'client' | 'from' | 'through'>;
type Row = Answer<'profitability'>['rows'][number];
type Query = Pick<Asked<'profitability'>['query'], 'from' | 'by' | 'order' | 'offset' | 'limit'>;

/** Results per project or per client between two months; the unassigned row makes the sum the company's result. */
export async function profitability(
  db: Db,
  at: AsOf,
  { from, by, order, offset, limit }: Query,
): Promise<Answer<'profitability'>> {
  const span = { ...(await bounds(db, at)), from: monthNumber(from) };
  const ask = (only?: number) => resultsByProject(db, span, only);
  const results = await (at.asIf ? ask() : keptByProject(db, `results ${from} to ${nameOf(at)}`, ask));
  const within = { from, through: at.through };
  const unassigned = await unassignedResult(db, span, [...results.values()]);
  const slices = (await projects(db)).flatMap((project) => {
    const amounts = results.get(project.id);
    return amounts ? [{ project, amounts }] : [];
  });
  const own = slices.filter(({ project }) => by === 'project' || project.client === null);
  // One by one in their own order, only those that are shown are made ready to be sent.
  const isPart = by === 'project' && order === undefined && limit !== undefined;
  const ofProject = (isPart ? own.slice(offset, offset + limit) : own).map(({ project, amounts }) =>
    resultRow(project, result(amounts), { project: project.id, ...within }),
  );
  const groups = by === 'project' ? [] : [...groupedBy(slices, ({ project }) => project.client)];
  const ofClients = groups.flatMap(([client, of]) => {
    if (client === null) return [];
    const named = { id: client, code: '', name: of[0]?.project.clientName ?? '' };
    return [resultRow(named, totalResult(of.map(({ amounts }) => amounts)), { client, ...within })];
  });
  const all: ResultAmounts[] = [...results.values(), unassigned];
  return {
    ...(isPart ? { count: own.length } : {}),
    rows: [...ofClients.sort((one, other) => (one.name < other.name ? -1 : 1)), ...ofProject],
    unassigned: resultRow({ id: null, code: '', name: 'Unassigned' }, result(unassigned), {
      project: 'none',
      ...within,
    }),
    total: resultRow({ id: null, code: '', name: 'Company' }, totalResult(all), within),
  };
}

function resultRow(
  { id, code, name }: { readonly id: number | null; readonly code: string; readonly name: string },
  of: Result,
  about: About,
): Row {
  const figure = (name: Figure['name'], amount: Cents, more: Partial<Figure> = {}) =>
    traced(amount, { ...about, ...more, name });
  return {
    id,
    code,
    name,
    revenue: figure('revenue', of.revenue),
    costByType: COST_TYPES.map((costType) => figure('cost-typed', of.costByType[costType], { costType })),
    expectedLoss: figure('loss-expense', of.expectedLoss),
    otherCost: figure('cost-other', of.otherCost),
    costCents: of.cost,
    profit: figure('profit', of.profit),
    margin: of.margin,
    marginFigure: figureKey({ ...about, name: 'result-margin' }),
    markup: of.markup,
    hours: of.hours,
    profitPerHourCents: of.profitPerHour,
  };
}
