import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { useGo } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';

type Row = Answer<'recurring'>['rows'][number];

/** Journals that come again: what is due becomes a sheet that waits. */
export function RecurringPart() {
  const { answer, trouble } = useRead('recurring', {});
  const go = useGo();
  const [why, setWhy] = useState<string | null>(null);
  const [take] = useWrite('takeRecurring');
  const [end] = useWrite('endRecurring');
  const onSheet = async ({ id }: Row): Promise<void> => {
    const written = await take({ params: { id: String(id) }, body: undefined });
    if (written.ok) go(`/costs/journal/${written.answer.draft}`);
    else setWhy(written.trouble.detail);
  };
  const stop = async ({ id }: Row): Promise<void> => {
    const written = await end({ params: { id: String(id) }, body: undefined });
    setWhy(written.ok ? null : written.trouble.detail);
  };
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Sentence>
        Journals that come again every so many months. What is due is put on a sheet, and posted there.
      </Sentence>
      <Refused why={why} />
      <DataTable
        label="Recurring journals"
        rows={answer.rows}
        columns={columns({ onSheet: (row) => void onSheet(row), stop: (row) => void stop(row) })}
        rowKey={({ id }) => id}
        empty="None yet. Open a posted journal, and choose Repeat."
      />
    </>
  );
}

interface Acts {
  readonly onSheet: (row: Row) => void;
  readonly stop: (row: Row) => void;
}

function columns({ onSheet, stop }: Acts): readonly Column<Row>[] {
  return [
    { id: 'name', head: 'Name', gives: true, cell: ({ name }) => name },
    { id: 'every', head: 'Every', cell: ({ everyMonths }) => (everyMonths === 1 ? 'month' : `${everyMonths} months`) },
    {
      ...{ id: 'next', head: 'Next' },
      cell: ({ nextOn, isDue }) => (isDue ? <strong>{dayText(nextOn)}, due</strong> : dayText(nextOn)),
    },
    { id: 'ends', head: 'Until', cell: ({ endsOn }) => (endsOn === null ? 'it is ended' : dayText(endsOn)) },
    {
      ...{ id: 'acts', head: 'Decide' },
      cell: (row) => (
        <>
          <Button onPress={() => onSheet(row)}>Put on a sheet</Button>{' '}
          <Button $look="quiet" aria-label={`End ${row.name}`} onPress={() => stop(row)}>
            End
          </Button>
        </>
      ),
    },
  ];
}
