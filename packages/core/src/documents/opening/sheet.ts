import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { OPENING_COLUMNS, type OpeningSheet } from './form.ts';
import { readOpeningSheet } from './read.ts';

export const OPENING_SHEET: KindOfSheet<OpeningSheet> = {
  title: 'Opening balances',
  facts: 'What is taken over from the books before these: accounts, open bills and invoices, and what projects came to',
  document: 'opening',
  rows: 'Balances taken over',
  mostRows: 5_000,
  fields: [{ id: 'text', label: 'Text', holds: 'text' }],
  columns: () => OPENING_COLUMNS,
  rowsHaveDays: true,
  blank: () => ({ kind: 'opening', text: '', rows: [] }),
  nameOf: ({ text }, id) => (text.trim() === '' ? `Opening balances ${id}` : text),
  scope: ({ rows }) => {
    const numbers = (some: typeof rows) => some.map(({ number }) => number.trim()).filter((number) => number !== '');
    const withoutOrder = /^(bill|invoice|deposit)$/i;
    return {
      ...NO_SCOPE,
      billNumbers: numbers(rows),
      orders: numbers(rows.filter(({ what }) => !withoutOrder.test(what.trim()))),
    };
  },
  read: readOpeningSheet,
};
