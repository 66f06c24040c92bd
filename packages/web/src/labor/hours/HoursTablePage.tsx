import { useState } from 'react';
import { HOURS_REPORT } from '@lowtide/core/reports/hours/report.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { useAsk, type Answer } from '../../api/books-api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { amountColumn } from '../../ui/columns.tsx';
import { CsvText, PASTED } from '../../ui/CsvText.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Refused } from '../../ui/notes.tsx';
import { Page, Scroll, Sentence } from '../../ui/Page.tsx';
import type { Column } from '../../ui/table-column.ts';

type Joined = Answer<'hoursTable'>;
type Row = Joined['report']['rows'][number];
type By = 'person' | 'project' | 'activity';

const BY = [
  { value: 'person', text: 'person' },
  { value: 'project', text: 'project' },
  { value: 'activity', text: 'activity' },
];

/** Hours from a table that is not in the books: joined by their codes, at the rates of the books; nothing is posted. */
export function HoursTablePage() {
  const [csv, setCsv] = useState(PASTED);
  const [by, setBy] = useState<By>('project');
  const [joined, setJoined] = useState<Joined | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const ask = useAsk('hoursTable');
  const read = async (per: By): Promise<void> => {
    const answer = await ask({ body: { csv: csv.csv, by: per } });
    setWhy(answer.ok ? null : answer.trouble.problems.map(({ message }) => message).join(' ') || answer.trouble.detail);
    setJoined(answer.ok ? answer.answer : null);
  };
  return (
    <Page
      title="Hours from a table"
      facts={`${HOURS_REPORT.facts}; of hours that are not in the books. Nothing is posted`}
      actions={
        <Button $look="primary" isDisabled={csv.csv.trim() === ''} onPress={() => void read(by)}>
          Show what it comes to
        </Button>
      }
    >
      <Scroll>
        <CsvText file={csv} onChange={setCsv} />
        <p>Columns: employee, project, activity, day, hours. Without a project it is indirect time.</p>
        <Choice
          label="Hours per"
          options={BY}
          value={by}
          onChange={(next) => {
            const per = next as By;
            setBy(per);
            if (joined !== null) void read(per);
          }}
        />
        <Refused why={why} />
        {joined === null ? null : <JoinedTables joined={joined} />}
      </Scroll>
    </Page>
  );
}

function JoinedTables({ joined: { report, unmatched } }: { readonly joined: Joined }) {
  return (
    <>
      <DataTable
        label="Hours of the table"
        rows={report.rows}
        columns={columnsOf(report)}
        rowKey={({ id, code, name }) => `${id} ${code} ${name}`}
      />
      {unmatched.length === 0 ? null : (
        <>
          <Sentence>
            <strong>{unmatched.length}</strong> lines match nothing and are left out.
          </Sentence>
          <DataTable label="Lines that match nothing" rows={unmatched} columns={UNMATCHED} rowKey={({ row }) => row} />
        </>
      )}
    </>
  );
}

function columnsOf({ totals }: Joined['report']): readonly Column<Row>[] {
  return [
    { id: 'code', head: 'Code', cell: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Name', gives: true, cell: ({ name }) => name },
    {
      ...{ id: 'hours', head: 'Hours', figures: true, cell: ({ hours }: Row) => tenThousandths(hours) },
      total: tenThousandths(totals.hours),
    },
    amountColumn({ id: 'cost', head: 'Cost', of: ({ costCents }: Row) => costCents, total: totals.costCents }),
    amountColumn({ id: 'bill', head: 'Price', of: ({ billCents }: Row) => billCents, total: totals.billCents }),
    amountColumn({
      id: 'profit',
      head: 'Profit',
      of: ({ profitCents }: Row) => profitCents,
      total: totals.profitCents,
    }),
  ];
}

const UNMATCHED: readonly Column<Joined['unmatched'][number]>[] = [
  { id: 'row', head: 'Row', figures: true, cell: ({ row }) => row },
  { id: 'text', head: 'Line', gives: true, cell: ({ text }) => text },
  { id: 'why', head: 'Why', gives: true, cell: ({ problems }) => problems.map(({ message }) => message).join(' ') },
];
