import { useState } from 'react';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useViewState } from '../../api/as-of.tsx';
import { useRead } from '../../api/books-api.ts';
import { May } from '../../api/session.tsx';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Field } from '../../ui/Field.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import type { Column } from '../../ui/table-column.ts';
import { ImportRatesDialog } from './ImportRatesDialog.tsx';
import { ReRateDialog } from './ReRateDialog.tsx';
import { PartChangeDialog } from './PartChangeDialog.tsx';
import { madeUpText, whomText, type RateRow } from './rate-words.ts';

export interface RatesPartProps {
  readonly side: 'cost' | 'bill';
  readonly onSide: (side: string) => void;
}

const SIDES = [
  { value: 'cost', text: 'what an hour costs' },
  { value: 'bill', text: 'what clients are billed for an hour' },
];

/** Every rate that holds or will, with whom it is of and what it is made up of. */
export function RatesPart({ side, onSide }: RatesPartProps) {
  const { answer, trouble } = useRead('rates', { query: { side } });
  const [find, setFind] = useViewState('find', '');
  const [open, setOpen] = useState<'part' | 'import' | 're-rate' | null>(null);
  const go = useGo();
  const close = (): void => setOpen(null);
  const word = find.trim().toLowerCase();
  const rows = (answer?.rows ?? []).filter((row) => whomText(row).toLowerCase().includes(word));
  return (
    <>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end', justifyContent: 'space-between' }}>
        <div style={{ width: 260 }}>
          <Field label="Find by name, role or project" value={find} onChange={setFind} />
        </div>
        <div style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
          <a href={`/api/rate-files/${side}.csv`}>Save as CSV</a>
          <May do="keep-books">
            <Button onPress={() => setOpen('import')}>Import CSV</Button>
            <Button onPress={() => go(`/labor/rate-table?side=${side}`)}>Table of rates</Button>
            {side === 'bill' ? null : (
              <>
                <Button onPress={() => setOpen('part')}>Change a part for many</Button>
                <Button onPress={() => setOpen('re-rate')}>Re-rate posted hours</Button>
              </>
            )}
          </May>
        </div>
      </div>
      <p>
        Rates of <Choice inline label="Which rates" options={SIDES} value={side} onChange={onSide} />. The most specific
        rate holds: employee or role on a project, for a client, then the employee, the role and activity, the role, and
        the company; of these the latest on or before the day.
      </p>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label={side === 'cost' ? 'Cost rates' : 'Bill rates'}
          rows={rows}
          columns={side === 'cost' ? COST_COLUMNS : BILL_COLUMNS}
          rowKey={({ id }) => id}
          empty={side === 'cost' ? 'No rate yet. Add one: hours without a rate are refused.' : 'No bill rate yet.'}
        />
      ) : (
        <Loading />
      )}
      {open === 'part' ? <PartChangeDialog rows={answer?.rows ?? []} onClose={close} /> : null}
      {open === 'import' ? <ImportRatesDialog side={side} onClose={close} /> : null}
      {open === 're-rate' ? <ReRateDialog onClose={close} /> : null}
    </>
  );
}

const WHOM: Column<RateRow> = {
  id: 'whom',
  head: 'Holds for',
  gives: true,
  sortBy: whomText,
  cell: (row) => <AsOfLink to={`/labor/rates/${row.id}`}>{whomText(row)}</AsOfLink>,
};
const FROM: Column<RateRow> = {
  id: 'from',
  head: 'From',
  sortBy: ({ effectiveOn }) => effectiveOn,
  cell: ({ effectiveOn }) => dayText(effectiveOn),
};
const BY: Column<RateRow> = {
  id: 'by',
  head: 'Recorded',
  cell: ({ recordedAt, recordedBy }) =>
    recordedBy === '' ? '' : `${dayText(isoDate(recordedAt.slice(0, 10)))} by ${recordedBy}`,
};
const rateColumn = (id: 'regular' | 'overtime' | 'double', head: string): Column<RateRow> => ({
  ...{ id, head, figures: true },
  sortBy: ({ rates }) => rates[id].rate,
  cell: ({ rates }) => tenThousandths(rates[id].rate, 4),
});

const COST_COLUMNS: readonly Column<RateRow>[] = [
  WHOM,
  FROM,
  rateColumn('regular', 'Regular'),
  rateColumn('overtime', 'Overtime'),
  rateColumn('double', 'Double'),
  {
    ...{ id: 'made', head: 'An hour is made up of', gives: true },
    cell: ({ buildUp }) => madeUpText(buildUp) || 'not told; all of it rises in overtime',
  },
  BY,
];
const BILL_COLUMNS: readonly Column<RateRow>[] = [WHOM, FROM, rateColumn('regular', 'Of an hour'), BY];
