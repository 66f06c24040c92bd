import type { z } from 'zod';
import { COST_TYPES } from '../../ledger/cost-type.ts';
import { BASIS, report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { Profitability, ProfitabilityQuery } from './shape.ts';

type Answer = z.output<typeof Profitability>;
type Row = Answer['rows'][number];

export const PROFITABILITY = report({
  title: 'Profitability',
  group: 'profit',
  alsoCalled: ['profit per client', 'margin', 'job profitability'],
  leavesWipOut: true,
  facts: "Revenue as recognized, cost as recognized or expensed; the unassigned row makes the sum the company's result",
  path: '/profitability',
  may: 'read-books',
  summary: 'Profit per project or client',
  query: ProfitabilityQuery,
  answer: Profitability,
  sentence: 'Profit per {by} from {from} through {through}, {basis}.',
  choices: {
    by: {
      kind: 'options',
      label: 'Profit per',
      options: [
        { value: 'project', text: 'project' },
        { value: 'client', text: 'client' },
      ],
    },
    from: { kind: 'month', label: 'From month', initial: ({ fiscalYearStart }) => fiscalYearStart },
    basis: BASIS,
  },
  table: (answer, { by }) =>
    tableOf(columns(answer), [...answer.rows, answer.unassigned], {
      key: ({ id, code }) => `${id ?? 'none'} ${code}`,
      name: ({ code, name }) => code || name,
      tone: ({ id }) => (id === null ? 'unbudgeted' : undefined),
      leadsTo: ({ id, code }) => (id !== null && (by !== 'client' || code !== '') ? `/projects/${id}` : undefined),
    }),
  empty: 'Nothing was earned or spent.',
});

function columns({ total }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, only: 'file' },
    { id: 'title', head: 'Name', file: 'name', holds: 'text', of: ({ name }) => name, total: 'Company', only: 'file' },
    {
      ...{ id: 'name', head: 'Project or client', file: 'title', holds: 'text', gives: true, only: 'screen' },
      of: ({ code, name }) => [code, name].filter(Boolean).join(' '),
      total: 'Company',
    },
    {
      ...money('revenue', 'Revenue'),
      tone: 'earned',
      of: ({ revenue }) => traced(revenue),
      total: traced(total.revenue),
    },
    ...COST_TYPES.map((type, index): ColumnOf<Row> => {
      const cost = (row: Row) => traced(row.costByType[index] ?? { amountCents: 0 });
      const head = `${type.charAt(0).toUpperCase()}${type.slice(1)}`;
      return { ...money(type, head), file: `${type}_cost`, of: cost, total: cost(total) };
    }),
    {
      ...{ ...money('expectedLoss', 'Expected loss'), file: 'expected_loss' },
      of: ({ expectedLoss }) => traced(expectedLoss),
      total: traced(total.expectedLoss),
    },
    {
      ...{ ...money('otherCost', 'No cost type'), file: 'cost_without_type' },
      of: ({ otherCost }) => traced(otherCost),
      total: traced(total.otherCost),
    },
    {
      ...money('profit', 'Profit'),
      madeOf: { plus: ['revenue'], minus: [...COST_TYPES, 'expectedLoss', 'otherCost'] },
      of: ({ profit }) => traced(profit),
      total: traced(total.profit),
    },
    {
      ...{ id: 'margin', head: 'Margin', file: 'margin_percent', holds: 'percent' },
      share: { part: 'profit', whole: ['revenue'] },
      formula: 'profit ÷ revenue',
      of: ({ margin, marginFigure }) => ({ value: margin, figure: marginFigure }),
      total: { value: total.margin, figure: total.marginFigure },
    },
    {
      ...{ id: 'markup', head: 'Markup', file: 'markup_percent', holds: 'percent', only: 'file' },
      share: { part: 'profit', whole: [...COST_TYPES, 'expectedLoss', 'otherCost'] },
      formula: 'profit ÷ cost',
      of: ({ markup }) => markup,
      total: total.markup,
    },
    { id: 'hours', head: 'Hours', file: 'hours', holds: 'hours', of: ({ hours }) => hours, total: total.hours },
    {
      ...{ ...money('perHour', 'Profit per hour'), file: 'profit_per_hour', only: 'file' },
      share: { part: 'profit', whole: ['hours'] },
      formula: 'profit ÷ hours',
      of: ({ profitPerHourCents }) => profitPerHourCents,
      total: total.profitPerHourCents,
    },
  ];
}

function money(id: string, head: string): Omit<ColumnOf<Row>, 'of'> {
  return { id, head, file: id, holds: 'money' };
}
