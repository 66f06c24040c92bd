import type { z } from 'zod';
import { kindOf, type DocumentKind } from '../../documents/kinds.ts';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { ProjectActivity, ProjectActivityQuery } from './shape.ts';

type Answer = z.output<typeof ProjectActivity>;
type Row = Answer['rows'][number];

export const PROJECT_ACTIVITY = report({
  title: 'Activity of a project',
  group: 'profit',
  alsoCalled: ['job cost detail', 'transactions', 'ledger of a project'],
  facts: 'Every document that names it, in one list',
  path: '/project-activity',
  may: 'read-books',
  summary: 'Every document that names a project, with what it did to it',
  query: ProjectActivityQuery,
  answer: ProjectActivity,
  sentence: 'Every document of {project} through {through}, orders too, with what it did to the project.',
  choices: { project: { kind: 'project', label: 'Of project' } },
  table: (answer) =>
    tableOf(columns(answer.totals), answer.rows, {
      key: ({ id, project }) => `${id}/${project}`,
      name: ({ number }) => number,
      leadsTo: ({ id }) => `/documents/${id}`,
    }),
  empty: 'No document names a project through this month.',
});

function columns(totals: Answer['totals']): readonly ColumnOf<Row>[] {
  const money = (id: 'ordered' | 'cost' | 'earned' | 'billed', head: string): ColumnOf<Row> => ({
    ...{ id, head, file: id, holds: 'money' },
    of: (row) => row[`${id}Cents`],
    total: totals[`${id}Cents`],
  });
  return [
    { id: 'number', head: 'Number', file: 'number', holds: 'text', of: ({ number }) => number, total: 'Total' },
    { id: 'posted', head: 'Posted', file: 'posted', holds: 'day', of: ({ postedOn }) => postedOn },
    { id: 'kind', head: 'Kind', file: 'kind', holds: 'text', of: ({ kind }) => kindOf(kind as DocumentKind).one },
    { id: 'project', head: 'Project', file: 'project', holds: 'text', of: ({ project }) => project },
    { id: 'party', head: 'Party', file: 'party', holds: 'text', gives: true, of: ({ party }) => party },
    {
      ...{ id: 'memo', head: 'Text', file: 'text', holds: 'text', gives: true },
      of: ({ memo, isReversed }) => (isReversed ? `${memo} (reversed)`.trim() : memo),
    },
    money('ordered', 'Ordered'),
    money('cost', 'Cost'),
    money('earned', 'Earned'),
    money('billed', 'Billed'),
  ];
}
