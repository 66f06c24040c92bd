import { useState } from 'react';
import { useParams } from 'react-router';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { BLANK_BILL_ROW } from '@lowtide/core/documents/supplier-bill/form.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import type { Sheet } from '@lowtide/core/documents/sheets.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useShownBooks } from '../api/as-of.tsx';
import { useAsk, useRead, useWrite, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { FilesPart } from '../entry/FilesPart.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Facts } from '../ui/Facts.tsx';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReleaseDialog } from './ReleaseDialog.tsx';
import { CloseOrderDialog } from './CloseOrderDialog.tsx';
import { AGAINST_COLUMNS, lineColumns } from './order-columns.tsx';
import { OrderVersions } from './OrderVersions.tsx';

type Order = Answer<'order'>;
type Opened = 'close' | 'release';

/** One order or subcontract: what was ordered, what came and was billed of it, and how it changed. */
export function OrderPage() {
  const { id = '' } = useParams();
  const { answer, trouble } = useRead('order', { params: { id } });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return <OrderOf key={answer.id} order={answer} />;
}

function OrderOf({ order }: { readonly order: Order }) {
  const [open, setOpen] = useState<Opened | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const retention = order.retentionMillionths === 0 ? '' : `${tenThousandths(order.retentionMillionths)} % withheld`;
  return (
    <Page
      title={order.number}
      facts={[
        kindOf(order.kind).one,
        order.supplier,
        `dated ${dayText(order.datedOn)}`,
        order.version > 1 ? `version ${order.version}` : '',
        order.deliverTo === '' ? '' : `to ${order.deliverTo.split('\n').join(', ')}`,
        retention,
        order.isOpen ? 'open' : 'nothing open',
      ]
        .filter(Boolean)
        .join(' · ')}
      actions={<Actions order={order} onOpen={setOpen} onRefused={setWhy} />}
    >
      <Refused why={why} />
      <Facts
        facts={[
          { name: 'Ordered', value: dollars(order.netCents) },
          { name: 'Received', value: dollars(order.receivedCents) },
          { name: 'Billed', value: dollars(order.billedCents) },
          ...(order.accruedCents === 0 ? [] : [{ name: 'Received, not billed', value: dollars(order.accruedCents) }]),
          ...(order.retainedCents === 0 ? [] : [{ name: 'Withheld', value: dollars(order.retainedCents) }]),
          { name: 'Committed', value: dollars(order.committedCents) },
        ]}
      />
      <Sentence>
        Before tax. An order posts nothing: committed is what it still adds to the cost of its projects, tax that does
        not come back included.
      </Sentence>
      <FilesPart about="document" id={order.id} />
      <DataTable label="Lines" rows={order.lines} columns={lineColumns(order)} rowKey={({ id }) => id} />
      {order.against.length === 0 ? null : (
        <>
          <h2>Received, billed and released</h2>
          <DataTable
            label="Received, billed and released"
            rows={order.against}
            columns={AGAINST_COLUMNS}
            rowKey={({ documentId }) => documentId}
          />
        </>
      )}
      <OrderVersions versions={order.versions} />
      {open === 'close' ? <CloseOrderDialog order={order} onClose={() => setOpen(null)} /> : null}
      {open === 'release' ? <ReleaseDialog order={order} onClose={() => setOpen(null)} /> : null}
    </Page>
  );
}

interface ActionsProps {
  readonly order: Order;
  readonly onOpen: (dialog: Opened) => void;
  readonly onRefused: (why: string | null) => void;
}

function Actions({ order, onOpen, onRefused }: ActionsProps) {
  const go = useGo();
  const { through: month, today } = useShownBooks();
  const ask = useAsk('nextVersion');
  const [send, { busy }] = useWrite('newDraft');
  const begin = async (sheet: Sheet): Promise<void> => {
    const made = await send({ body: { month, sheet, preview: false } });
    if (made.ok) go(`/costs/${sheet.kind}/${made.answer.id}`);
    else onRefused(made.trouble.detail);
  };
  const change = async (): Promise<void> => {
    const next = await ask({ params: { id: String(order.id) } });
    if (next.ok) await begin(next.answer.sheet);
    else onRefused(next.trouble.detail);
  };
  const names = order.lines.filter(({ netCents }) => netCents !== 0).map(({ place }) => `${order.number}/${place}`);
  return (
    <>
      <a href={`/api/orders/${order.id}.pdf`} target="_blank" rel="noreferrer">
        Print (PDF)
      </a>
      <a href={`/api/documents/${order.id}/ubl.xml`}>UBL</a>
      <May do="keep-books">
        {order.against.length === 0 ? (
          <AsOfLink to={`/documents/${order.versions.at(-1)?.documentId ?? order.id}?do=reverse`}>Reverse</AsOfLink>
        ) : null}
        {order.retainedCents === 0 ? null : <Button onPress={() => onOpen('release')}>Release retention</Button>}
        <Button isDisabled={!order.isOpen} onPress={() => onOpen('close')}>
          Close order
        </Button>
        <Button isDisabled={busy} onPress={() => void change()}>
          Change
        </Button>
        <Button
          isDisabled={busy}
          onPress={() =>
            void begin({
              ...{ kind: 'goods', datedOn: today, note: '' },
              rows: names.map((line) => ({ line, quantity: '', net: '', text: '' })),
            })
          }
        >
          Receive
        </Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void begin(billSheetOf(order, names))}>
          Enter bill
        </Button>
      </May>
    </>
  );
}

/** A sheet of bills with the lines of the order: number and date are still to be typed. */
function billSheetOf(order: Order, names: readonly string[]): Sheet {
  return {
    ...{ kind: 'bills', controlTotal: '', shows: ['orders'] },
    rows: names.map((name, index) => ({ ...BLANK_BILL_ROW, supplier: index === 0 ? order.supplier : '', order: name })),
  };
}
