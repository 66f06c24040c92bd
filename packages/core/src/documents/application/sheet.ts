import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { APPLICATION_COLUMNS, type ApplicationSheet } from './form.ts';
import { readApplicationSheet } from './read.ts';

export const APPLICATION_SHEET: KindOfSheet<ApplicationSheet> = {
  title: 'Application for payment',
  facts: 'What is asked of the client, one row a line of the schedule of values',
  document: 'application',
  postsNothing: 'Nothing: it asks. What the client certifies of it is the invoice.',
  rows: 'Lines of the schedule',
  mostRows: 1_000,
  fields: [
    { id: 'project', label: 'Project', holds: 'project' },
    { id: 'datedOn', label: 'Period through', holds: 'day' },
    { id: 'replaces', label: 'Corrects', holds: 'text' },
    { id: 'taxCode', label: 'Tax code', holds: 'tax code' },
    { id: 'text', label: 'Text', holds: 'text' },
  ],
  columns: () => APPLICATION_COLUMNS,
  blank: (today) => ({
    kind: 'applications',
    project: '',
    datedOn: today,
    replaces: '',
    taxCode: '',
    text: '',
    rows: [],
  }),
  nameOf: ({ project }, id) => (project.trim() === '' ? `Application ${id}` : `Application, ${project}`),
  scope: ({ project }) => ({ ...NO_SCOPE, billed: [project] }),
  read: readApplicationSheet,
};
