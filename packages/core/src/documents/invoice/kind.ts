import type { KindOfDocument } from '../kind.ts';

export const INVOICE = {
  one: 'Invoice',
  many: 'Invoices',
  series: 'INV',
  party: 'client',
  openOn: 'receivable',
  undoing: { how: 'reversal' },
  needs: ['receivable', 'progress-billings', 'output-tax'],
  posts: 'Dr receivables; Cr progress billings of the project, and output tax.',
  billsWork: true,
  actions: ['print', 'credit invoice'],
  pdf: '/invoices',
} as const satisfies KindOfDocument;
