import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, type Cell, type ColumnOf } from '../table.ts';
import { Against, AgainstQuery } from './shape.ts';

type Answer = z.output<typeof Against>;
type Totals = Answer['totals'];
/** A line, or the lines of a section together. */
type Row = Answer['sections'][number] & Partial<Answer['rows'][number]>;

export const ESTIMATE_AGAINST_ACTUAL = report({
  title: 'Estimate against actual',
  group: 'profit',
  alsoCalled: ['budget against actual', 'job cost', 'variance'],
  facts: 'As approved, with what change orders added; over target first',
  path: '/estimate-against-actual',
  may: 'read-projects',
  summary: 'Estimate against actual',
  query: AgainstQuery,
  answer: Against,
  sentence: 'Per {per} of {project} through {through}.',
  choices: {
    per: {
      kind: 'options',
      label: 'Per',
      options: [
        { value: 'line', text: 'line' },
        { value: 'section', text: 'section' },
      ],
    },
    project: { kind: 'project', label: 'Of project' },
  },
  table: (answer, { per }) => {
    const rows: readonly Row[] = per === 'section' ? answer.sections : answer.rows;
    return tableOf(columns(answer.totals, per === 'section'), rows, {
      key: ({ project, section, code = '', costType = '' }) => `${project} ${section} ${code} ${costType ?? ''}`,
      name: ({ project, section, code }) => `${project} ${code ?? section}`,
      tone: ({ estimated }) => (estimated === false ? 'unbudgeted' : undefined),
      leadsTo: ({ projectId }) => `/projects/${projectId}`,
    });
  },
  empty: 'No estimate and no cost through this month.',
});

function columns(totals: Totals, bySection: boolean): readonly ColumnOf<Row>[] {
  const lines: readonly ColumnOf<Row>[] = bySection
    ? []
    : [
        { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code = '' }) => code },
        { id: 'name', head: 'Cost code', file: 'name', holds: 'text', gives: true, of: ({ name = '' }) => name },
        {
          ...{ id: 'type', head: 'Type', file: 'cost_type', holds: 'text', only: 'file' },
          of: ({ costType }) => costType ?? '',
        },
        {
          ...{ id: 'estimated', head: 'Estimated', file: 'estimated', holds: 'text', only: 'file' },
          of: ({ estimated }) => (estimated ? 'yes' : 'no'),
        },
      ];
  return [
    { id: 'project', head: 'Project', file: 'project', holds: 'text', of: ({ project }) => project, total: 'Total' },
    {
      ...{ id: 'projectName', head: 'Project name', file: 'project_name', holds: 'text', gives: true },
      of: ({ projectName }) => projectName,
      ...(bySection ? {} : { only: 'file' as const }),
    },
    {
      ...{ id: 'section', head: 'Section', file: 'section', holds: 'text', gives: true },
      of: ({ section }) => section || (bySection ? 'Not in the estimate' : ''),
    },
    ...lines,
    money('estimatedCost', 'Estimated', { file: 'estimated_cost', of: (row) => row.estimatedCents }, totals),
    money('changes', 'Changes', { file: 'approved_changes', of: (row) => row.changesCents }, totals),
    {
      ...{ id: 'actual', head: 'Actual', file: 'actual_cost', holds: 'money', total: totals.actualCents },
      of: (row): Cell => ({ value: row.actualCents, figure: row.actualFigure }),
    },
    {
      ...{ id: 'committed', head: 'Committed', file: 'committed', holds: 'money', total: totals.committedCents },
      of: (row): Cell => ({ value: row.committedCents, figure: row.committedFigure }),
    },
    {
      ...money('over', 'Over ±', { file: 'over', of: (row) => row.overCents }, totals),
      tone: 'plain',
      formula: 'actual − (estimated + changes)',
      madeOf: { plus: ['actual'], minus: ['estimatedCost', 'changes'] },
    },
    {
      ...{ id: 'overPercent', head: '%', file: 'over_percent', holds: 'percent', total: totals.over },
      share: { part: 'over', whole: ['estimatedCost', 'changes'] },
      formula: 'over ÷ (estimated + changes)',
      of: ({ over }) => over,
    },
    money('completion', 'EAC', { file: 'at_completion', of: (row) => row.completionCents }, totals),
    money('price', 'Price', { file: 'price', of: (row) => row.priceCents }, totals),
    money('priceChanges', 'Price changes', { file: 'price_changes', of: (row) => row.priceChangesCents }, totals),
  ];
}

interface SideColumn {
  readonly file: string;
  readonly of: (sides: Totals) => number;
}

function money(id: string, head: string, { file, of }: SideColumn, totals: Totals): ColumnOf<Row> {
  return { id, head, file, holds: 'money', of, total: of(totals) };
}
