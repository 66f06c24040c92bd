import { useState } from 'react';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May, useMay } from '../api/session.tsx';
import { approvalText } from '../entry/draft/SheetApproval.tsx';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { MenuButton } from '../ui/MenuButton.tsx';
import { DepositButton } from './DepositDialog.tsx';
import { IncomingBillsPart } from './IncomingBillsPart.tsx';
import { JournalsPart } from './JournalsPart.tsx';
import { UncodedCostPart } from './UncodedCostPart.tsx';
import { ImportSheetsDialog } from './ImportSheetsDialog.tsx';
import { Loading } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';

type DraftRow = Answer<'drafts'>['rows'][number];

const PARTS = [
  { id: 'incoming', text: 'Incoming bills' },
  { id: 'drafts', text: 'Drafts' },
  { id: 'bill', text: 'Bills' },
  { id: 'open', text: 'Bills to pay' },
  { id: 'spend', text: 'Spend' },
  { id: 'journals', text: 'Journals' },
  { id: 'uncoded', text: 'Uncoded cost' },
];

/** Parts only for whoever keeps the books. */
const KEPT: readonly string[] = ['incoming', 'drafts'];

/** Sheets without a button of their own. */
const OTHERS = SHEET_KINDS.filter((kind) => kind !== 'bills');

/** Cost comes in here: sheets being worked on, and what was posted. */
export function CostsPage() {
  const { through } = useShownBooks();
  const go = useGo();
  const [isImporting, setImporting] = useState(false);
  const mayEnter = useMay()('keep-books');
  const [part, setPart] = useViewState('part', mayEnter ? 'drafts' : 'bill');
  const parts = PARTS.filter(({ id }) => mayEnter || !KEPT.includes(id));
  return (
    <Page
      title="Costs"
      facts={`Bills, spend and journals, through ${monthText(through)}`}
      actions={
        <May do="keep-books">
          <Button $look="quiet" onPress={() => setImporting(true)}>
            Import CSV
          </Button>
          <MenuButton
            label="New sheet"
            items={OTHERS.map((kind) => ({ id: kind, text: sheetKind(kind).title }))}
            onChoose={(kind) => go(`/costs/${kind}/new`)}
          />
          <Button $look="primary" onPress={() => go('/costs/bills/new')}>
            {sheetKind('bills').title}
          </Button>
        </May>
      }
    >
      {isImporting ? <ImportSheetsDialog onClose={() => setImporting(false)} /> : null}
      <TabLinks label="Parts of costs" tabs={parts} chosen={part} onChoose={setPart} />
      {part === 'incoming' && mayEnter ? <IncomingBillsPart /> : null}
      {part === 'drafts' && mayEnter ? <Drafts /> : null}
      {part === 'bill' ? <DocumentTable kind="bill" label="Bills" /> : null}
      {part === 'open' ? <DepositButton /> : null}
      {part === 'open' ? <DocumentTable openOn="payable" label="Bills to pay" /> : null}
      {part === 'spend' ? <DocumentTable kind="spend" label="Spend" /> : null}
      {part === 'journals' ? <JournalsPart /> : null}
      {part === 'uncoded' ? <UncodedCostPart /> : null}
    </Page>
  );
}

const COLUMNS: readonly Column<DraftRow>[] = [
  {
    id: 'title',
    head: 'Sheet',
    cell: ({ id, kind, title }) => <AsOfLink to={`/costs/${kind}/${id}`}>{title}</AsOfLink>,
  },
  { id: 'rows', head: 'Rows', figures: true, cell: ({ rows }) => rows },
  {
    id: 'at',
    head: 'Last changed',
    cell: ({ updatedAt }) => `${dayText(isoDate(updatedAt.slice(0, 10)))} ${updatedAt.slice(11, 16)}`,
  },
  { id: 'by', head: 'By', cell: ({ updatedBy }) => updatedBy },
  {
    id: 'approval',
    head: 'Approval',
    cell: ({ approval }) => (approval === null ? '' : approvalText(approval)),
  },
];

/** Sheets that are typed and not posted. */
function Drafts() {
  const { answer } = useRead('drafts', { query: {} });
  if (!answer) return <Loading />;
  return (
    <DataTable
      label="Drafts"
      rows={answer.rows}
      columns={COLUMNS}
      rowKey={({ id }) => id}
      empty="No draft. Begin one with Supplier bills or another new sheet."
    />
  );
}
