import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { SupplierSpend, SupplierSpendQuery } from './shape.ts';

type Answer = z.output<typeof SupplierSpend>;
type Row = Answer['rows'][number];

export const SUPPLIER_SPEND = report({
  title: 'Spend per supplier and project',
  group: 'bought',
  alsoCalled: ['spend', 'vendors', 'suppliers'],
  facts: 'What was bought of whom, and for what',
  path: '/supplier-spend',
  may: 'read-books',
  summary: 'What was bought of each supplier for each project',
  query: SupplierSpendQuery,
  answer: SupplierSpend,
  sentence: 'What was bought from {from} through {through}, tax that does not come back included.',
  choices: { from: { kind: 'month', label: 'From', initial: ({ fiscalYearStart }) => fiscalYearStart } },
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ supplierId, projectId }) => `${supplierId ?? 0}/${projectId ?? 0}`,
      name: ({ supplier, project }) => `${supplier || 'Nobody in particular'} ${project || 'no project'}`,
      leadsTo: ({ projectId }) => (projectId === null ? undefined : `/projects/${projectId}`),
    }),
  empty: 'Nothing was bought in these months.',
});

function columns({ totalCents }: Answer): readonly ColumnOf<Row>[] {
  return [
    {
      ...{ id: 'project', head: 'Project', file: 'project', holds: 'text', total: 'Total' },
      of: ({ project }) => project || 'No project',
    },
    {
      id: 'projectName',
      head: 'Name',
      file: 'project_name',
      holds: 'text',
      gives: true,
      of: ({ projectName }) => projectName,
    },
    {
      ...{ id: 'supplier', head: 'Supplier', file: 'supplier', holds: 'text', gives: true },
      of: ({ supplier }) => supplier || 'Nobody in particular',
    },
    { id: 'documents', head: 'Documents', file: 'documents', holds: 'count', of: ({ documents }) => documents },
    { id: 'cost', head: 'Cost', file: 'cost', holds: 'money', of: ({ costCents }) => costCents, total: totalCents },
  ];
}
