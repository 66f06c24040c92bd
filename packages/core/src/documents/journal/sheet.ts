import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { JOURNAL_COLUMNS, type JournalSheet } from './form.ts';
import { readJournalSheet } from './read.ts';

export const JOURNAL_SHEET: KindOfSheet<JournalSheet> = {
  title: 'Journal',
  facts: 'For what no document keeps: rent by transfer, accruals, cost moved between projects',
  document: 'journal',
  rows: 'Journal lines',
  mostRows: 500,
  fields: [
    { id: 'datedOn', label: 'Date', holds: 'day' },
    { id: 'text', label: 'Text', holds: 'text' },
    { id: 'reversesOn', label: 'Accrual reversed on', holds: 'day' },
  ],
  columns: () => JOURNAL_COLUMNS,
  blank: (today) => ({ kind: 'journal', datedOn: today, text: '', reversesOn: '', rows: [] }),
  nameOf: ({ text }, id) => (text.trim() === '' ? `Journal ${id}` : text),
  scope: () => NO_SCOPE,
  read: readJournalSheet,
};
