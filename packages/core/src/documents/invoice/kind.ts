import type { KindOfDocument } from '../kind.ts';

export const INVOICE = {
  one: 'Invoice',
  many: 'Invoices',
  series: 'INV',
  party: 'client',
  openOn: 'receivable',
  undoing: { how: 'reversal' },
  needs: ['receivable', 'retention-receivable', 'progress-billings', 'output-tax'],
  posts: 'Dr receivables, and what the client holds back; Cr progress billings of the project, and output tax.',
  billsWork: true,
  linesSayNumber: true,
  actions: ['print', 'credit invoice'],
  pdf: '/invoices',
} as const satisfies KindOfDocument;
