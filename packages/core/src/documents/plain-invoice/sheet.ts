import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { PLAIN_COLUMNS, type PlainSheet } from './form.ts';
import { readPlainSheet } from './read.ts';

export const PLAIN_SHEET: KindOfSheet<PlainSheet> = {
  title: 'Plain invoices',
  facts: 'Lines in words, with quantity and price or an amount: for a client, with a project or without one',
  document: 'invoice',
  rows: 'Lines',
  mostRows: 1_000,
  fields: [{ id: 'datedOn', label: 'Invoice date', holds: 'day' }],
  columns: () => PLAIN_COLUMNS,
  blank: (today) => ({ kind: 'plain-invoices', datedOn: today, rows: [] }),
  nameOf: ({ rows }, id) => {
    const of = rows[0]?.client || rows[0]?.project;
    return of ? `Plain invoice, ${of}` : `Plain invoices ${id}`;
  },
  scope: ({ rows }) => ({ ...NO_SCOPE, billed: rows.map(({ project }) => project) }),
  read: readPlainSheet,
};
