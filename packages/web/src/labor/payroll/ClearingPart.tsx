import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import { AsOfLink } from '../../api/as-of.tsx';
import { useRead, type Answer } from '../../api/books-api.ts';
import { amountColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Facts } from '../../ui/Facts.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import type { Column } from '../../ui/table-column.ts';
import { LaborFlow } from '../LaborFlow.tsx';

type Clearing = Answer<'laborClearing'>;
type Period = Clearing['periods'][number];

/** Both sides of labor clearing, payroll by payroll, and what was worked and is not paid yet. */
export function ClearingPart() {
  const { answer, trouble } = useRead('laborClearing', {});
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const { periods, unpaid, balanceCents, otherCents, leftCents } = answer;
  return (
    <>
      <Facts
        facts={[
          { name: 'Worked and not paid yet', value: dollars(unpaid.appliedCents) },
          { name: 'Differences not trued up', value: dollars(leftCents) },
          ...(otherCents === 0 ? [] : [{ name: 'Posted otherwise', value: dollars(otherCents) }]),
          { name: 'Balance of labor clearing', value: dollars(balanceCents) },
        ]}
      />
      <LaborFlow />
      <DataTable
        label="Pay periods"
        rows={periods}
        columns={COLUMNS}
        rowKey={({ id }) => id}
        empty="No payroll yet. Post one, or read the register of a payroll bureau."
      />
      {unpaid.rows.length === 0 ? null : (
        <details>
          <summary>Worked and not paid yet, by person</summary>
          <div style={{ display: 'flex', maxHeight: 320 }}>
            <DataTable
              label="Worked and not paid yet"
              rows={unpaid.rows}
              columns={unpaidColumns(unpaid.appliedCents)}
              rowKey={({ employee }) => employee}
            />
          </div>
        </details>
      )}
    </>
  );
}

const COLUMNS: readonly Column<Period>[] = [
  {
    id: 'period',
    head: 'Pay period',
    gives: true,
    cell: ({ id, from, through }) => (
      <AsOfLink to={`/labor/clearing/${id}`}>
        {dayText(from)} to {dayText(through)}
      </AsOfLink>
    ),
  },
  { id: 'entered', head: 'Hours entered', figures: true, cell: ({ sums }) => tenThousandths(sums.entered) },
  { id: 'hoursPaid', head: 'Hours paid', figures: true, cell: ({ sums }) => tenThousandths(sums.hoursPaid) },
  amountColumn({ id: 'applied', head: 'Applied at rates', of: ({ sums }: Period) => sums.appliedCents }),
  amountColumn({ id: 'paid', head: 'Paid', of: ({ sums }: Period) => sums.paidCents }),
  amountColumn({ id: 'apart', head: 'Paid − applied', of: ({ sums }: Period) => sums.apartCents }),
  { id: 'percent', head: '%', figures: true, cell: ({ sums }) => percentText(sums) },
  { id: 'hour', head: 'Per hour', figures: true, cell: ({ sums }) => perHourText(sums) },
  amountColumn({ id: 'settled', head: 'Trued up', of: ({ sums }: Period) => sums.settledCents }),
  amountColumn({ id: 'left', head: 'Left', of: ({ sums }: Period) => sums.differenceCents }),
  {
    id: 'trueUp',
    head: 'True-up',
    cell: ({ trueUpId, trueUp }) =>
      trueUpId === null ? 'to do' : <AsOfLink to={`/documents/${trueUpId}`}>{trueUp}</AsOfLink>,
  },
];

function unpaidColumns(total: Cents): readonly Column<Clearing['unpaid']['rows'][number]>[] {
  return [
    { id: 'employee', head: 'Worked and not paid yet', gives: true, cell: ({ employee }) => employee, total: 'In all' },
    { id: 'entered', head: 'Hours', figures: true, cell: ({ entered }) => tenThousandths(entered) },
    amountColumn({
      ...{ id: 'applied', head: 'Owed at rates', total },
      of: ({ appliedCents }: Clearing['unpaid']['rows'][number]) => appliedCents,
    }),
  ];
}

type Sums = Period['sums'];

/** The difference in percent of what was applied. */
export function percentText({ apartShare }: Pick<Sums, 'apartShare'>): string {
  return apartShare === null ? '' : percent(apartShare);
}

export function perHourText({ apartPerHour }: Pick<Sums, 'apartPerHour'>): string {
  return apartPerHour === null ? '' : tenThousandths(apartPerHour, 4);
}
