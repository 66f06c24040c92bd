import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { RECEIPT_COLUMNS, type ReceiptSheet } from './form.ts';
import { readReceiptSheet } from './read.ts';

export const RECEIPT_SHEET: KindOfSheet<ReceiptSheet> = {
  title: 'Client receipts',
  facts: 'One amount pays many invoices: rows below it name them; without any, those due first',
  document: 'receipt',
  rows: 'Receipts',
  mostRows: 1_000,
  fields: [
    { id: 'controlTotal', label: 'Control total', holds: 'money', hint: 'What came in by all of them, to be checked.' },
  ],
  columns: () => RECEIPT_COLUMNS,
  rowsHaveDays: true,
  blank: () => ({ kind: 'receipts', controlTotal: '', rows: [] }),
  nameOf: ({ rows }, id) => (rows[0]?.client ? `Receipts, ${rows[0].client}` : `Receipts ${id}`),
  scope: ({ rows }) => ({ ...NO_SCOPE, clients: rows.map(({ client }) => client) }),
  read: readReceiptSheet,
};
