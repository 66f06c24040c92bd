import { lastDay, monthText } from '@lowtide/core/calendar/month.ts';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { csvAddress, useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReportTabs } from './ReportTabs.tsx';
import { figuresRow, groupRows, statementColumns, sumRow } from './statement-rows.tsx';

/** What the company has and owes; contracts netted one by one into assets and liabilities. */
export function BalancePage() {
  const { asOf, through } = useShownBooks();
  const { answer, trouble } = useRead('balanceSheet', { query: asOf });
  const rows = answer
    ? [
        ...groupRows('Assets before contracts', answer.assets),
        figuresRow('Underbilled contracts', [answer.contractAssets], false),
        sumRow('Total assets', [answer.totalAssetsCents]),
        ...groupRows('Liabilities before contracts', answer.liabilities),
        figuresRow('Overbilled contracts', [answer.contractLiabilities], false),
        ...groupRows('Equity before profit', answer.equity),
        figuresRow('Profit of earlier years', [answer.earlierProfit], false),
        figuresRow('Profit of this year', [answer.profitThisYear], false),
        sumRow('Total liabilities and equity', [answer.totalLiabilitiesAndEquityCents]),
      ]
    : [];
  return (
    <Page title="Balance sheet" facts="Earned, unbilled and progress billings are netted contract by contract">
      <ReportTabs chosen="balance" />
      <Sentence>
        At the end of <strong>{monthText(through)}</strong>.<a href={csvAddress('balance-sheet', asOf)}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? <DataTable label="Balance sheet" rows={rows} columns={statementColumns([dayText(lastDay(through))])} rowKey={({ key }) => key} rowTone={({ strong }) => (strong ? 'strong' : undefined)} /> : <Loading />}
    </Page>
  );
}
