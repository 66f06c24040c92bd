import { monthText } from '@lowtide/core/calendar/month.ts';
import { sheetKind } from '@lowtide/core/documents/sheets.ts';
import { useTableLayout } from '../api/use-table-layout.ts';
import { AsOfLink, useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May, useMay } from '../api/session.tsx';
import { useRowsInView, useTableSort } from '../api/table-view.ts';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Button } from '../ui/Button.tsx';
import { MenuButton } from '../ui/MenuButton.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { amountColumn, moneyColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import type { Tone } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ClientAnswersPart } from './ClientAnswersPart.tsx';
import { OwingClients } from './OwingClients.tsx';
import { ToBillNow } from './ToBillNow.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';

type Row = Answer<'billable'>['rows'][number];

/** What asks clients for money, beside a share of the contract. */
const OTHER_SHEETS = [
  'applications',
  'work-invoices',
  'plain-invoices',
  'deposit-invoices',
  'retention-invoices',
] as const;

const PARTS = [
  { id: 'contracts', text: 'Contracts' },
  { id: 'now', text: 'To bill now' },
  { id: 'application', text: 'Applications' },
  { id: 'answers', text: 'Answers of clients' },
  { id: 'open', text: 'Open invoices' },
  { id: 'invoice', text: 'All invoices' },
  { id: 'receipt', text: 'Receipts' },
];

/** What can be billed, what was, and what clients have paid. */
export function BillingPage() {
  const go = useGo();
  const [part, setPart] = useViewState('part', 'contracts');
  return (
    <Page
      title="Billing"
      facts="Billing earns nothing: it asks for what the contract allows. Earning is worked out apart."
      actions={
        <May do="keep-books">
          <Button onPress={() => go('/costs/receipts/new')}>Receipts</Button>
          <MenuButton
            label="Ask for money otherwise"
            items={OTHER_SHEETS.map((kind) => ({ id: kind, text: sheetKind(kind).title }))}
            onChoose={(kind) => go(`/costs/${kind}/new`)}
          />
          <Button $look="primary" onPress={() => go('/costs/invoices/new')}>
            Invoice
          </Button>
        </May>
      }
    >
      <TabLinks label="Parts of billing" tabs={PARTS} chosen={part} onChoose={setPart} />
      {part === 'contracts' ? <Contracts /> : null}
      {part === 'now' ? <ToBillNow /> : null}
      {part === 'application' ? <DocumentTable kind="application" label="Applications for payment" /> : null}
      {part === 'answers' ? <ClientAnswersPart /> : null}
      {part === 'open' ? <OpenInvoices /> : null}
      {part === 'invoice' ? <DocumentTable kind="invoice" label="All invoices" /> : null}
      {part === 'receipt' ? <DocumentTable kind="receipt" label="Receipts" /> : null}
    </Page>
  );
}

/** Who owes, and what each of them owes. */
function OpenInvoices() {
  return (
    <>
      <OwingClients />
      <DocumentTable openOn="receivable" label="Open invoices" />
    </>
  );
}

function Contracts() {
  const { asOf, through } = useShownBooks();
  const sort = useTableSort('overbilled');
  const arranged = useTableLayout('contracts');
  const { part, isMore, drawn } = useRowsInView(sort);
  const { answer, trouble } = useRead('billable', { query: { ...asOf, ...part } }, { keepLast: isMore });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Sentence>
        Contracts through <strong>{monthText(through)}</strong>, most underbilled first: earned and not yet billed is
        money the company lends.
      </Sentence>
      <DataTable
        label="Contracts"
        rows={answer.rows}
        columns={columns(answer.totals)}
        rowKey={({ id }) => id}
        sort={sort}
        arranged={arranged}
        {...drawn(answer.count)}
        empty="No contract with a price yet."
      />
    </>
  );
}

const named = ({ code }: Row): string => code;

function columns(totals: Answer<'billable'>['totals']): readonly Column<Row>[] {
  const money = (id: 'contract' | 'earned' | 'billed' | 'overbilled', head: string, tone?: Tone): Column<Row> =>
    moneyColumn({ id, head, named, tone, of: (row) => row[id], total: totals[`${id}Cents`] });
  return [
    {
      id: 'code',
      head: 'Code',
      sortBy: named,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
    },
    textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name }),
    textColumn({ id: 'client', head: 'Client', gives: true, of: ({ client }) => client, total: 'Total' }),
    money('contract', 'Contract'),
    percentColumn({ id: 'complete', head: 'Complete', named, of: ({ complete }) => complete }),
    money('earned', 'Earned', 'earned'),
    money('billed', 'Billed', 'billed'),
    money('overbilled', 'Billed − earned', 'gap'),
    amountColumn({
      id: 'left',
      head: 'Unbilled contract value',
      of: ({ leftCents }) => leftCents,
      total: totals.leftCents,
    }),
    { id: 'bill', head: 'Invoice', cell: (row) => <BillButton row={row} /> },
  ];
}

function BillButton({ row }: { readonly row: Row }) {
  const go = useGo();
  if (!useMay()('keep-books') || row.leftCents <= 0) return null;
  return (
    <Button
      $look="quiet"
      aria-label={`Bill ${row.code}`}
      onPress={() => go(`/costs/invoices/new?project=${encodeURIComponent(row.code)}`)}
    >
      Bill
    </Button>
  );
}
