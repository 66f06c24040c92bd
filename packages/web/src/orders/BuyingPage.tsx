import { sheetKind } from '@lowtide/core/documents/sheets.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { May } from '../api/session.tsx';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Button } from '../ui/Button.tsx';
import { Page } from '../ui/Page.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';
import { OrdersPart } from './OrdersPart.tsx';

const PARTS = [
  { id: 'orders', text: 'Orders' },
  { id: 'goods', text: 'Goods received' },
  { id: 'deposits', text: 'Deposits paid' },
  { id: 'released', text: 'Retention released' },
];

/** What is ordered, what came of it, and what was paid ahead or held back. */
export function BuyingPage() {
  const { through } = useShownBooks();
  const go = useGo();
  const [part, setPart] = useViewState('part', 'orders');
  return (
    <Page
      title="Buying"
      facts={`Orders, subcontracts and goods received, through ${monthText(through)}`}
      actions={
        <May do="keep-books">
          <Button onPress={() => go('/costs/goods/new')}>{sheetKind('goods').title}</Button>
          <Button onPress={() => go('/costs/subcontracts/new')}>{sheetKind('subcontracts').title}</Button>
          <Button $look="primary" onPress={() => go('/costs/orders/new')}>
            {sheetKind('orders').title}
          </Button>
        </May>
      }
    >
      <TabLinks label="Parts of buying" tabs={PARTS} chosen={part} onChoose={setPart} />
      {part === 'orders' ? <OrdersPart /> : null}
      {part === 'goods' ? <DocumentTable kind="goods-receipt" label="Goods received" /> : null}
      {part === 'deposits' ? <DocumentTable kind="supplier-deposit" label="Deposits paid" /> : null}
      {part === 'released' ? <DocumentTable kind="retention-release" label="Retention released" /> : null}
    </Page>
  );
}
