import styled from 'styled-components';
import { lastDay, monthText } from '@lowtide/core/calendar/month.ts';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { csvAddress, useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReportTabs } from './ReportTabs.tsx';
import { figuresRow, groupRows, statementColumns, sumRow, type StatementRow } from './statement-rows.tsx';
import { space, type } from '../theme/tokens.ts';

/** What the company has and owes; contracts netted one by one into assets and liabilities. */
export function BalancePage() {
  const { asOf, through } = useShownBooks();
  const { answer, trouble } = useRead('balanceSheet', { query: asOf });
  const assets = answer
    ? [
        ...groupRows('Assets before contracts', answer.assets),
        figuresRow('Underbilled contracts', [answer.contractAssets], false),
        sumRow('Total assets', [answer.totalAssetsCents]),
      ]
    : [];
  const claims = answer
    ? [
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
      {answer ? (
        <Halves>
          <Half label="Assets" rows={assets} day={dayText(lastDay(through))} />
          <Half label="Liabilities and equity" rows={claims} day={dayText(lastDay(through))} />
        </Halves>
      ) : (
        <Loading />
      )}
    </Page>
  );
}

function Half({
  label,
  rows,
  day,
}: {
  readonly label: string;
  readonly rows: readonly StatementRow[];
  readonly day: string;
}) {
  return (
    <section>
      <h2>{label}</h2>
      <DataTable
        label={label}
        rows={rows}
        columns={statementColumns([day])}
        rowKey={({ key }) => key}
        rowTone={({ strong }) => (strong ? 'strong' : undefined)}
      />
    </section>
  );
}

const Halves = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: ${space.six};
  min-height: 0;
  section {
    display: flex;
    flex-direction: column;
    min-height: 0;
  }
  h2 {
    font-size: ${type.base};
    font-weight: 650;
  }
`;
