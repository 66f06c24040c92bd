import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { WORK_COLUMNS, type WorkSheet } from './form.ts';
import { readWorkSheet } from './read.ts';

export const WORK_SHEET: KindOfSheet<WorkSheet> = {
  title: 'Time and materials',
  facts: 'Hours at bill rates and cost with its markup, chosen line by line; what is billed otherwise says why',
  document: 'invoice',
  rows: 'Work',
  mostRows: 5_000,
  fields: [
    { id: 'project', label: 'Project', holds: 'project' },
    { id: 'datedOn', label: 'Invoice date', holds: 'day' },
    { id: 'dueOn', label: 'Due', holds: 'day' },
    { id: 'taxCode', label: 'Tax code', holds: 'tax code' },
    { id: 'deposit', label: 'Deposit used', holds: 'text' },
    { id: 'text', label: 'Text', holds: 'text' },
  ],
  columns: () => WORK_COLUMNS,
  blank: (today) => ({
    ...{ kind: 'work-invoices', project: '', datedOn: today, dueOn: '', taxCode: '', deposit: '', text: '' },
    rows: [],
  }),
  nameOf: ({ project }, id) => (project.trim() === '' ? `Time and materials ${id}` : `Time and materials, ${project}`),
  scope: ({ project }) => ({ ...NO_SCOPE, billed: [project], workedFor: [project] }),
  read: readWorkSheet,
};
