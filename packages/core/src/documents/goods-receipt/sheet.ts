import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { GOODS_COLUMNS, type GoodsSheet } from './form.ts';
import { readGoodsSheet } from './read.ts';

export const GOODS_SHEET: KindOfSheet<GoodsSheet> = {
  title: 'Goods receipts',
  facts: 'What came of orders, straight to the site: one row a line of an order',
  document: 'goods-receipt',
  postsNothing: 'Nothing: here goods are cost when they are billed. The receipt authorizes the bill.',
  rows: 'Goods',
  mostRows: 1_000,
  fields: [
    { id: 'datedOn', label: 'Received on', holds: 'day' },
    { id: 'note', label: 'Delivery note', holds: 'text' },
  ],
  columns: () => GOODS_COLUMNS,
  blank: (today) => ({ kind: 'goods', datedOn: today, note: '', rows: [] }),
  nameOf: ({ note }, id) => (note.trim() === '' ? `Goods ${id}` : `Goods, ${note}`),
  scope: ({ rows }) => ({ ...NO_SCOPE, orders: rows.map(({ line }) => line.split('/')[0] ?? '') }),
  read: readGoodsSheet,
};
