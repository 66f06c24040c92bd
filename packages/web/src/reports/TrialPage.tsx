import { monthText } from '@lowtide/core/calendar/month.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { csvAddress, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Figure, Money } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReportTabs } from './ReportTabs.tsx';

type Trial = Answer<'trialBalance'>;
type Row = Trial['rows'][number];

/** Every account that moved: the month's movement, and its balance as a debit or a credit. */
export function TrialPage() {
  const { asOf, through } = useShownBooks();
  const sort = useTableSort('code');
  const { answer, trouble } = useRead('trialBalance', { query: asOf });
  return (
    <Page title="Trial balance" facts="Debits equal credits at every moment">
      <ReportTabs chosen="trial" />
      <Sentence>
        Every account through <strong>{monthText(through)}</strong>.
        <a href={csvAddress('trial-balance', asOf)}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Trial balance"
          rows={answer.rows}
          columns={columns(answer)}
          rowKey={({ code }) => code}
          sort={sort}
          empty="Nothing is posted yet."
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}

function columns({ debitCents, creditCents }: Trial): readonly Column<Row>[] {
  const side = (id: 'debitCents' | 'creditCents', head: string, total: Cents): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => row[id],
    cell: (row) =>
      row[id] === 0 ? (
        ''
      ) : (
        <Figure label={`${head} of ${row.name}`} text={dollars(row[id])} figure={row.balance.figure} />
      ),
    total: dollars(total),
  });
  return [
    { id: 'code', head: 'Account', sortBy: ({ code }) => code, cell: ({ code }) => code },
    { id: 'name', head: 'Name', sortBy: ({ name }) => name, cell: ({ name }) => name, total: 'Total' },
    { id: 'type', head: 'Type', sortBy: ({ type }) => type, cell: ({ type }) => type.replace(/-/g, ' ') },
    {
      id: 'movement',
      head: 'In the month',
      figures: true,
      sortBy: ({ movement }) => movement.amountCents,
      cell: ({ name, movement }) => <Money label={`Movement of ${name}`} money={movement} />,
    },
    side('debitCents', 'Debit', debitCents),
    side('creditCents', 'Credit', creditCents),
  ];
}
