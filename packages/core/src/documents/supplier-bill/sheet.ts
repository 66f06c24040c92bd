import { typedDate } from '../../calendar/typed-date.ts';
import { unreadCells } from './unread-cells.ts';
import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { BILL_COLUMNS, BILL_EXTRAS, billColumns, type BillSheet } from './form.ts';
import { readBillSheet } from './read.ts';

export const BILL_SHEET: KindOfSheet<BillSheet> = {
  title: 'Supplier bills',
  facts: 'One row a line; the first row of a bill has its head',
  document: 'bill',
  rows: 'Bills',
  mostRows: 2000,
  fields: [
    {
      ...{ id: 'controlTotal', label: 'Control total of the batch', holds: 'money' },
      hint: 'Add up the bills in hand; what is missing will show here.',
    },
  ],
  columns: billColumns,
  everyColumn: BILL_COLUMNS,
  extras: BILL_EXTRAS,
  blank: () => ({ kind: 'bills', controlTotal: '', shows: [], rows: [] }),
  nameOf: (_sheet, id) => `Bill batch ${id}`,
  scope: ({ rows }, { near, order }) => ({
    ...NO_SCOPE,
    suppliers: rows.map(({ supplier }) => supplier),
    orders: rows.map(({ order }) => order.split('/')[0] ?? ''),
    billDays: rows.flatMap(({ datedOn }) => typedDate(datedOn, near, order) ?? []),
    billNumbers: rows.map(({ number }) => number.trim()).filter((number) => number !== ''),
  }),
  unread: ({ rows }) => unreadCells(rows),
  read: readBillSheet,
};
