import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { SHARE_COLUMNS, type ShareSheet } from './form.ts';
import { readShareSheet } from './read.ts';

export const SHARE_SHEET: KindOfSheet<ShareSheet> = {
  title: 'Contract invoices',
  facts: 'One invoice a row: a percent of the contract, an amount of it, or the rest',
  document: 'invoice',
  rows: 'Invoices',
  mostRows: 500,
  fields: [{ id: 'datedOn', label: 'Invoice date', holds: 'day' }],
  columns: () => SHARE_COLUMNS,
  blank: (today) => ({ kind: 'invoices', datedOn: today, rows: [] }),
  nameOf: ({ rows }, id) => (rows[0]?.project ? `Invoices, ${rows[0].project}` : `Invoices ${id}`),
  scope: ({ rows }) => ({ ...NO_SCOPE, billed: rows.map(({ project }) => project) }),
  read: readShareSheet,
};
