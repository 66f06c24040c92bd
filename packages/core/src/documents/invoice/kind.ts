import type { KindOfDocument } from '../kind.ts';

export const INVOICE = {
  one: 'Invoice',
  many: 'Invoices',
  series: 'INV',
  party: 'client',
  openOn: 'receivable',
  undoing: { how: 'reversal' },
  needs: ['receivable', 'retention-receivable', 'client-deposits', 'progress-billings', 'output-tax'],
  posts:
    'Dr receivables, what the client holds back, and what a deposit pays; Cr progress billings of the project or the accounts of its lines, and output tax.',
  billsWork: true,
  linesSayNumber: true,
  actions: ['print', 'ubl', 'send', 'credit invoice', 'write off'],
  pdf: '/invoices',
} as const satisfies KindOfDocument;
