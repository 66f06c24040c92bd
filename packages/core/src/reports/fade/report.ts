import type { z } from 'zod';
import { plusMonths } from '../../calendar/month.ts';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { FadeQuery, FadeReport } from './shape.ts';

type Answer = z.output<typeof FadeReport>;
type Row = Answer['rows'][number];

export const FADE = report({
  title: 'Profit fade',
  group: 'contracts',
  alsoCalled: ['fade', 'gain', 'margin change'],
  facts: 'Expected profit lost or gained: by price, by agreed cost, by forecast; the three add up',
  path: '/fade',
  may: 'read-projects',
  summary: 'How expected profit moved, and why',
  query: FadeQuery,
  answer: FadeReport,
  sentence: 'Profit expected at completion, from the end of {from}, {earlier}, to the end of {through}.',
  choices: {
    from: { kind: 'month', label: 'From the end of', initial: ({ through }) => plusMonths(through, -3) },
    earlier: {
      kind: 'options',
      label: 'The earlier end',
      options: [
        { value: 'then', text: 'as known then' },
        { value: 'now', text: 'as known now' },
      ],
    },
  },
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}/forecast`,
    }),
  empty: 'No contract in both months.',
});

function columns({ totals, knownThen }: Answer): readonly ColumnOf<Row>[] {
  const amount = (id: keyof Answer['totals'], head: string, file: string): ColumnOf<Row> => ({
    ...{ id, head, file, holds: 'money', tone: 'plain' },
    of: (row) => row[id],
    total: totals[id],
  });
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    {
      ...{
        id: 'before',
        head: 'Profit earlier',
        file: 'profit_before',
        holds: 'money',
        total: totals.before,
      },
      // Its trace shows what is known now: where the figure is of another moment it has none.
      of: ({ before, beforeFigure }) => ({ value: before, figure: knownThen === null ? beforeFigure : undefined }),
    },
    amount('byPrice', 'by price', 'by_price'),
    amount('byApproved', 'by agreed cost', 'by_approved_cost'),
    amount('byForecast', 'by forecast', 'by_forecast'),
    {
      ...{ id: 'after', head: 'Profit now', file: 'profit_after', holds: 'money', total: totals.after },
      madeOf: { plus: ['before', 'byPrice', 'byApproved', 'byForecast'] },
      of: ({ after, afterFigure }) => ({ value: after, figure: afterFigure }),
    },
    { ...amount('fade', 'Change', 'fade'), madeOf: { plus: ['after'], minus: ['before'] } },
    {
      ...{ id: 'marginBefore', head: 'Margin earlier', file: 'margin_before_percent', holds: 'percent' },
      formula: 'profit earlier ÷ contract then',
      of: ({ marginBefore }) => marginBefore,
    },
    {
      ...{ id: 'marginAfter', head: 'Margin now', file: 'margin_after_percent', holds: 'percent' },
      formula: 'profit now ÷ contract now',
      of: ({ marginAfter }) => marginAfter,
    },
  ];
}
