import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { LaborComposition, LaborCompositionQuery } from './shape.ts';

type Answer = z.output<typeof LaborComposition>;
type Row = Answer['rows'][number];

export const LABOR_COMPOSITION = report({
  title: 'Labor composition',
  group: 'labor',
  alsoCalled: ['burden', 'wage', 'labor cost'],
  facts:
    'Wage, taxes, insurance, benefits and overhead in the cost of hours, by their build-ups, and what true-ups added',
  path: '/labor-composition',
  may: 'see-pay',
  summary: 'What the labor cost of projects is made up of',
  query: LaborCompositionQuery,
  answer: LaborComposition,
  sentence: 'Labor cost by what it is made up of, hours from {from} through {through}.',
  choices: {
    from: { kind: 'month', label: 'From month', initial: ({ fiscalYearStart }) => fiscalYearStart },
  },
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ id }) => String(id ?? 'none'),
      name: ({ code, name }) => code || name,
      tone: ({ id }) => (id === null ? 'unbudgeted' : undefined),
      leadsTo: ({ id }) => (id === null ? undefined : `/projects/${id}`),
    }),
  empty: 'No hours in these months.',
});

const PARTS = [
  ['wage', 'Wage', 'wageCents'],
  ['taxes', 'Taxes', 'taxesCents'],
  ['insurance', 'Insurance', 'insuranceCents'],
  ['benefits', 'Benefits', 'benefitsCents'],
  ['overhead', 'Overhead', 'overheadCents'],
  ['notTold', 'Not told', 'notToldCents'],
  ['trueUp', 'True-ups', 'trueUpCents'],
  ['total', 'Labor cost', 'totalCents'],
] as const;

function columns({ totals }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    ...PARTS.map(([id, head, field]): ColumnOf<Row> => ({
      ...{ id, head, file: id === 'notTold' ? 'not_told' : id === 'trueUp' ? 'true_ups' : id, holds: 'money' },
      ...(id === 'total' ? { madeOf: { plus: PARTS.map(([part]) => part).filter((part) => part !== 'total') } } : {}),
      of: (row) => row[field],
      total: totals[field],
    })),
  ];
}
