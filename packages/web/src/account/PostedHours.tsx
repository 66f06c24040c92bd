import { dayText, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { sumQuantity } from '@lowtide/core/money/quantity.ts';
import { useRead, type Answer } from '../api/books-api.ts';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';

type Row = Answer<'ownHours'>['rows'][number];

/** One's own hours of a week as they were posted; nothing where none were. */
export function PostedHours({ monday }: { readonly monday: IsoDate }) {
  const { answer } = useRead('ownHours', { query: { weekOn: monday } }, { keepLast: true });
  if (answer === undefined || answer.rows.length === 0) return null;
  return (
    <DataTable
      label="My posted hours"
      rows={answer.rows}
      columns={columns(answer.rows)}
      rowKey={({ workedOn, project, work }) => `${workedOn} ${project} ${work}`}
    />
  );
}

function columns(rows: readonly Row[]): readonly Column<Row>[] {
  return [
    { id: 'day', head: 'Posted for', cell: ({ workedOn }) => dayText(workedOn), total: 'Total' },
    { id: 'project', head: 'Project', cell: ({ project }) => project || 'No project', gives: true },
    { id: 'work', head: 'Work', cell: ({ work }) => work, gives: true },
    {
      ...{ id: 'hours', head: 'Hours', figures: true, cell: ({ hours }: Row) => tenThousandths(hours, 1) },
      total: tenThousandths(sumQuantity(rows.map(({ hours }) => hours)), 1),
    },
  ];
}
