import { useState } from 'react';
import type { GoodsSheet } from '@lowtide/core/documents/goods-receipt/form.ts';
import {
  BILL_EXTRAS,
  BLANK_BILL_ROW,
  type BillRow,
  type BillSheet,
} from '@lowtide/core/documents/supplier-bill/form.ts';
import { lineName, type OrderLine } from '@lowtide/core/orders/order-line.ts';
import { Button } from '../ui/Button.tsx';
import { MenuButton } from '../ui/MenuButton.tsx';
import { OrderLinesDialog } from './OrderLinesDialog.tsx';
import { SplitRowDialog } from './SplitRowDialog.tsx';

export interface BillToolsProps {
  readonly sheet: BillSheet;
  /** The row the cursor is in. */
  readonly row: number;
  readonly onChange: (parts: Partial<BillSheet>) => void;
}

/** Above the rows of bills: open lines of orders, and the columns that only some bills need. */
export function BillTools({ sheet, row, onChange }: BillToolsProps) {
  const [isPicking, setPicking] = useState(false);
  const [isSplitting, setSplitting] = useState(false);
  const head = headAbove(sheet.rows, row);
  const here = sheet.rows[row];
  const add = (lines: readonly OrderLine[], supplier: string): void => {
    setPicking(false);
    onChange({ rows: withOrderLines(sheet.rows, { row, lines, supplier }) });
  };
  const toggle = (id: string): void => {
    const extra = BILL_EXTRAS.find((each) => each.id === id)?.id;
    if (extra === undefined) return;
    const { shows } = sheet;
    onChange({ shows: shows.includes(extra) ? shows.filter((each) => each !== extra) : [...shows, extra] });
  };
  return (
    <div style={{ display: 'flex', flexWrap: 'wrap', gap: 8, alignItems: 'center' }}>
      <Button onPress={() => setPicking(true)}>Open order lines</Button>
      <Button
        isDisabled={here === undefined || here.net.trim() === '' || here.order.trim() !== ''}
        onPress={() => setSplitting(true)}
      >
        Split line
      </Button>
      <MenuButton
        label="Columns"
        items={BILL_EXTRAS.map(({ id, head: text }) => ({ id, text, isChosen: sheet.shows.includes(id) }))}
        onChoose={toggle}
      />
      {isSplitting && here !== undefined ? (
        <SplitRowDialog
          row={here}
          onClose={() => setSplitting(false)}
          onSplit={(parts) => {
            setSplitting(false);
            onChange({ rows: sheet.rows.toSpliced(row, 1, ...parts) });
          }}
        />
      ) : null}
      {isPicking ? <OrderLinesDialog for="bill" supplier={head} onAdd={add} onClose={() => setPicking(false)} /> : null}
    </div>
  );
}

/** The supplier of the bill that a row belongs to. */
function headAbove(rows: readonly BillRow[], row: number): string {
  return rows.slice(0, row + 1).findLast(({ supplier }) => supplier.trim() !== '')?.supplier ?? '';
}

interface Picked {
  readonly row: number;
  readonly lines: readonly OrderLine[];
  readonly supplier: string;
}

/** The lines below the row the cursor is in; the first of them in it, where only its head is typed. */
function withOrderLines(rows: readonly BillRow[], { row, lines, supplier }: Picked): BillRow[] {
  const here = rows[row];
  const isHead = here !== undefined && here.order === '' && here.code === '' && here.net === '';
  const added = lines.map((line, index) => ({
    ...BLANK_BILL_ROW,
    ...(index === 0 && isHead ? here : {}),
    ...(index === 0 && here?.supplier === '' && headAbove(rows, row) === '' ? { supplier } : {}),
    ...(index === 0 && here === undefined ? { supplier } : {}),
    order: lineName(line),
  }));
  return rows.toSpliced(isHead ? row : Math.min(rows.length, row + 1), isHead ? 1 : 0, ...added);
}

export interface GoodsToolsProps {
  readonly sheet: GoodsSheet;
  readonly onRows: (rows: GoodsSheet['rows']) => void;
}

/** Above the rows of a goods receipt: open lines of orders. */
export function GoodsTools({ sheet, onRows }: GoodsToolsProps) {
  const [isPicking, setPicking] = useState(false);
  const add = (lines: readonly OrderLine[]): void => {
    setPicking(false);
    const filled = sheet.rows.filter(({ line }) => line.trim() !== '');
    onRows([...filled, ...lines.map((line) => ({ line: lineName(line), quantity: '', net: '', text: '' }))]);
  };
  return (
    <div>
      <Button onPress={() => setPicking(true)}>Open order lines</Button>
      {isPicking ? <OrderLinesDialog for="goods" supplier="" onAdd={add} onClose={() => setPicking(false)} /> : null}
    </div>
  );
}
