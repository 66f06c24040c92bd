import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { DEPOSIT_COLUMNS, type DepositSheet } from './form.ts';
import { readDepositSheet } from './read.ts';

export const DEPOSIT_SHEET: KindOfSheet<DepositSheet> = {
  title: 'Deposit invoices',
  facts: 'What clients pay ahead: a percent of the contract or an amount, drawn down by later invoices',
  document: 'client-deposit',
  rows: 'Deposits',
  mostRows: 500,
  fields: [{ id: 'datedOn', label: 'Invoice date', holds: 'day' }],
  columns: () => DEPOSIT_COLUMNS,
  blank: (today) => ({ kind: 'deposit-invoices', datedOn: today, rows: [] }),
  nameOf: ({ rows }, id) => (rows[0]?.project ? `Deposit, ${rows[0].project}` : `Deposits ${id}`),
  scope: ({ rows }) => ({ ...NO_SCOPE, billed: rows.map(({ project }) => project) }),
  read: readDepositSheet,
};
