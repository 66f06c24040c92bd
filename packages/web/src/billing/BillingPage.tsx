import { monthText } from '@lowtide/core/calendar/month.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Amount, Money, Percent } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';
import { InvoiceDialog } from './InvoiceDialog.tsx';

type Row = Answer<'billable'>['rows'][number];

const PARTS = [
  { id: 'contracts', text: 'Contracts' },
  { id: 'open', text: 'Open invoices' },
  { id: 'invoice', text: 'All invoices' },
  { id: 'receipt', text: 'Receipts' },
];

/** What can be billed, what was, and what clients have paid. */
export function BillingPage() {
  const go = useGo();
  const [part, setPart] = useViewState('part', 'contracts');
  const [billing, setBilling] = useViewState('new', 'none');
  return (
    <Page
      title="Billing"
      facts="Billing earns nothing: it asks for what the contract allows. Earning is worked out apart."
      actions={
        <Button $look="primary" onPress={() => setBilling('')}>
          Bill progress
        </Button>
      }
    >
      <TabLinks label="Parts of billing" tabs={PARTS} chosen={part} onChoose={setPart} />
      {part === 'contracts' ? <Contracts onBill={setBilling} /> : null}
      {part === 'open' ? <DocumentTable kind="invoice" open label="Open invoices" /> : null}
      {part === 'invoice' ? <DocumentTable kind="invoice" label="All invoices" /> : null}
      {part === 'receipt' ? <DocumentTable kind="receipt" label="Receipts" /> : null}
      {billing === 'none' ? null : (
        <InvoiceDialog
          key={billing}
          project={billing}
          onClose={() => setBilling('none')}
          onPosted={(id) => go(`/documents/${id}`)}
        />
      )}
    </Page>
  );
}

function Contracts({ onBill }: { readonly onBill: (project: string) => void }) {
  const { asOf, through } = useShownBooks();
  const { answer, trouble } = useRead('billable', { query: asOf });
  const sort = useTableSort('overbilled');
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
        columns={columns(answer.rows, onBill)}
        rowKey={({ id }) => id}
        sort={sort}
        empty="No contract with a price yet."
      />
    </>
  );
}

function columns(rows: readonly Row[], onBill: (project: string) => void): readonly Column<Row>[] {
  const money = (
    id: 'contract' | 'earned' | 'billed' | 'overbilled',
    head: string,
    tone?: 'earned' | 'billed' | 'gap',
  ): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => row[id].amountCents,
    cell: (row) => <Money label={`${head} of ${row.code}`} money={row[id]} tone={tone} />,
    total: dollars(sum(rows.map((row) => row[id].amountCents))),
  });
  return [
    {
      id: 'code',
      head: 'Code',
      sortBy: ({ code }) => code,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
    },
    { id: 'name', gives: true, head: 'Project', sortBy: ({ name }) => name, cell: ({ name }) => name },
    {
      id: 'client',
      gives: true,
      head: 'Client',
      sortBy: ({ client }) => client,
      cell: ({ client }) => client,
      total: 'Total',
    },
    money('contract', 'Contract'),
    {
      id: 'complete',
      head: 'Complete',
      figures: true,
      sortBy: ({ complete }) => complete.numerator / complete.denominator,
      cell: ({ code, complete }) => <Percent label={`Complete, ${code}`} ratio={complete} decimals={1} />,
    },
    money('earned', 'Earned', 'earned'),
    money('billed', 'Billed', 'billed'),
    money('overbilled', 'Billed − earned', 'gap'),
    {
      id: 'left',
      head: 'Left to bill',
      figures: true,
      sortBy: ({ leftCents }) => leftCents,
      cell: ({ leftCents }) => <Amount cents={leftCents} />,
      total: dollars(sum(rows.map(({ leftCents }) => leftCents))),
    },
    {
      id: 'bill',
      head: '',
      cell: ({ code, leftCents }) =>
        leftCents > 0 ? (
          <Button $look="quiet" aria-label={`Bill ${code}`} onPress={() => onBill(code)}>
            Bill
          </Button>
        ) : null,
    },
  ];
}
