import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { amountColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';

type Row = Answer<'documentHours'>['rows'][number];

/** Hours of a week line by line, each with the rate it was posted at, the rule that gave it, and the rules that one beat. */
export function HoursOfDocument({ id }: { readonly id: string }) {
  const { answer } = useRead('documentHours', { params: { id } });
  if (answer === undefined || answer.rows.length === 0) return null;
  return (
    <details>
      <summary>Hours, and the rule that gave each rate</summary>
      <div style={{ display: 'flex', maxHeight: 380 }}>
        <DataTable
          label="Hours and their rates"
          rows={answer.rows.map((row, place) => ({ ...row, place }))}
          columns={COLUMNS}
          rowKey={({ place }) => place}
        />
      </div>
    </details>
  );
}

const COLUMNS: readonly Column<Row & { readonly place: number }>[] = [
  { id: 'day', head: 'Day', cell: ({ workedOn }) => dayText(workedOn) },
  { id: 'employee', head: 'Employee', gives: true, cell: ({ employee }) => employee },
  { id: 'project', head: 'Project', gives: true, cell: ({ project }) => project || 'No project' },
  { id: 'code', head: 'Code', cell: ({ coding, activity }) => [coding, activity].filter(Boolean).join(' ') },
  { id: 'pay', head: 'Paid', cell: ({ pay }) => pay },
  { id: 'hours', head: 'Hours', figures: true, cell: ({ hours }) => tenThousandths(hours) },
  { id: 'rate', head: 'Rate', figures: true, cell: ({ rate }) => tenThousandths(rate, 4) },
  amountColumn({ id: 'cost', head: 'Cost', of: ({ costCents }) => costCents }),
  {
    ...{ id: 'rule', head: 'Rate of', gives: true },
    cell: ({ rule }) =>
      rule === null ? (
        'not kept'
      ) : (
        <AsOfLink to={`/labor/rates/${rule.id}`}>
          {rule.level}, from {dayText(rule.from)}
        </AsOfLink>
      ),
  },
  { id: 'beaten', head: 'It beat', gives: true, cell: ({ beaten }) => beaten.map(beatenText).join('; ') },
];

function beatenText({ level, from, rate }: Row['beaten'][number]): string {
  return `${level} ${tenThousandths(rate, 2)} from ${dayText(from)}`;
}
