import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { CERTIFICATE_COLUMNS, type CertificateSheet } from './form.ts';
import { readCertificateSheet } from './read.ts';

export const CERTIFICATE_SHEET: KindOfSheet<CertificateSheet> = {
  title: 'Certified amounts',
  facts: 'What the client certifies of an application becomes the invoice; the rest stays to be asked for',
  document: 'invoice',
  rows: 'Lines certified otherwise than asked',
  mostRows: 1_000,
  fields: [
    { id: 'application', label: 'Application', holds: 'text' },
    { id: 'datedOn', label: 'Invoice date', holds: 'day' },
    { id: 'dueOn', label: 'Due', holds: 'day' },
    { id: 'taxCode', label: 'Tax code', holds: 'tax code' },
    { id: 'deposit', label: 'Deposit used', holds: 'text' },
    { id: 'text', label: 'Text', holds: 'text' },
  ],
  columns: () => CERTIFICATE_COLUMNS,
  blank: () => ({
    ...{ kind: 'certificates', application: '', datedOn: '', dueOn: '', taxCode: '', deposit: '', text: '' },
    rows: [],
  }),
  nameOf: ({ application }, id) => (application.trim() === '' ? `Certificate ${id}` : `Certified of ${application}`),
  scope: ({ application }) => ({ ...NO_SCOPE, applications: [application] }),
  read: readCertificateSheet,
};
