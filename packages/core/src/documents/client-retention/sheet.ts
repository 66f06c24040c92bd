import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { RETENTION_COLUMNS, type RetentionSheet } from './form.ts';
import { readRetentionSheet } from './read.ts';

export const RETENTION_SHEET: KindOfSheet<RetentionSheet> = {
  title: 'Retention invoices',
  facts: 'What clients held back and now pay: all of it or a part, one invoice a row',
  document: 'client-retention',
  rows: 'Retention invoices',
  mostRows: 500,
  fields: [{ id: 'datedOn', label: 'Invoice date', holds: 'day' }],
  columns: () => RETENTION_COLUMNS,
  blank: (today) => ({ kind: 'retention-invoices', datedOn: today, rows: [] }),
  nameOf: ({ rows }, id) => (rows[0]?.project ? `Retention, ${rows[0].project}` : `Retention ${id}`),
  scope: ({ rows }) => ({ ...NO_SCOPE, billed: rows.map(({ project }) => project) }),
  read: readRetentionSheet,
};
