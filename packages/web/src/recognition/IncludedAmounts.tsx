import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';
import { textColumn } from '../ui/columns.tsx';
import type { Column } from '../ui/table-column.ts';
import { ChangeIncludedDialog, IncludeDialog, type IncludedRow } from './IncludeDialogs.tsx';

/** Claims, bonuses, penalties and pending change orders: what of each is part of the price before it is agreed. */
export function IncludedAmounts() {
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('variableAmounts', { query: asOf });
  const [open, setOpen] = useState<IncludedRow | 'new' | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const close = (): void => setOpen(null);
  return (
    <>
      <Sentence>
        Claims, bonuses and penalties, and change orders the client has not decided: what of them is likely enough to be
        earned with the contract.{' '}
        <May do="keep-books">
          <Button onPress={() => setOpen('new')}>Add a claim, bonus or penalty</Button>
        </May>
      </Sentence>
      <DataTable
        label="Included in prices and not agreed"
        rows={answer.rows}
        columns={columns(answer.totals.amountCents, setOpen)}
        rowKey={({ id, estimateId }) => `${id ?? 'order'} ${estimateId ?? ''}`}
        empty="Nothing is claimed, and no change order is pending."
      />
      {open === 'new' ? <IncludeDialog order={null} onClose={close} /> : null}
      {open !== null && open !== 'new' && open.id === null ? <IncludeDialog order={open} onClose={close} /> : null}
      {open !== null && open !== 'new' && open.id !== null ? (
        <ChangeIncludedDialog id={open.id} row={open} onClose={close} />
      ) : null}
    </>
  );
}

function columns(total: Cents, onChange: (row: IncludedRow) => void): readonly Column<IncludedRow>[] {
  return [
    {
      id: 'code',
      head: 'Code',
      cell: ({ projectId, code }) => <AsOfLink to={`/projects/${projectId}`}>{code}</AsOfLink>,
    },
    textColumn({ id: 'kind', head: 'Kind', of: ({ kind }) => kind }),
    textColumn({ id: 'name', head: 'What it is', gives: true, of: ({ name }) => name, total: 'Total' }),
    textColumn({ id: 'on', head: 'Counts from', of: ({ on }) => (on === null ? '' : dayText(on)) }),
    textColumn({ id: 'why', head: 'Why', gives: true, of: whyText }),
    {
      id: 'asks',
      head: 'Asked for',
      figures: true,
      cell: ({ asksCents }) => (asksCents === null ? '' : dollars(asksCents)),
    },
    {
      ...{ id: 'amount', head: 'Included', figures: true },
      cell: ({ amountCents }) => dollars(amountCents),
      total: dollars(total),
    },
    {
      id: 'change',
      head: 'Decide',
      cell: (row) =>
        row.isDecided ? null : (
          <May do="keep-books">
            <Button
              $look="quiet"
              aria-label={`${row.id === null ? 'Include' : 'Change'}: ${row.name}, ${row.code}`}
              onPress={() => onChange(row)}
            >
              {row.id === null ? 'Include' : 'Change'}
            </Button>
          </May>
        ),
    },
  ];
}

function whyText({ isDecided, reason, by }: IncludedRow): string {
  if (isDecided) return 'Decided: what was agreed takes its place';
  return by === '' ? 'Nothing is included' : `${reason} (${by})`;
}
