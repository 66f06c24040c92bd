import { monthText } from '@lowtide/core/calendar/month.ts';
import { csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { MonthField } from './MonthField.tsx';
import { ReportTabs } from './ReportTabs.tsx';
import { figuresRow, groupRows, statementColumns, sumRow } from './statement-rows.tsx';

/** Revenue, cost of revenue, expense: between two months, and the year to date beside it. */
export function IncomePage() {
  const { asOf, through } = useShownBooks();
  const [from, setFrom] = useViewState('from', through);
  const { answer, trouble } = useRead('incomeStatement', { query: { ...asOf, from } });
  const rows = answer
    ? [
        ...groupRows('Revenue', answer.revenue),
        ...groupRows('Cost of revenue', answer.costOfRevenue),
        sumRow('Gross profit', answer.grossProfit),
        ...groupRows('Expense', answer.expense),
        figuresRow('Net income', answer.netIncome),
      ]
    : [];
  const heads =
    answer?.columns.map((column) =>
      column.from === column.through
        ? monthText(column.through)
        : `${monthText(column.from)} – ${monthText(column.through)}`,
    ) ?? [];
  return (
    <Page title="Income statement" facts="By account; revenue is what was recognized">
      <ReportTabs chosen="income" />
      <Sentence>
        From <MonthField label="From month" value={from} onChange={setFrom} /> through{' '}
        <strong>{monthText(through)}</strong>, and the fiscal year to date.
        <a href={csvAddress('income-statement', asOf, { from })}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Income statement"
          rows={rows}
          columns={statementColumns(
            heads.map((head, index) => (heads.indexOf(head) === index ? head : `${head}, year`)),
          )}
          rowKey={({ key }) => key}
          rowTone={({ strong }) => (strong ? 'strong' : undefined)}
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}
