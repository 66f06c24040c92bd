import type { KindOfDocument } from '../kind.ts';

export const CLIENT_DEPOSIT = {
  one: 'Deposit invoice',
  many: 'Deposit invoices',
  series: 'DEP',
  party: 'client',
  openOn: 'receivable',
  undoing: { how: 'reversal' },
  needs: ['receivable', 'client-deposits', 'output-tax'],
  posts: 'Dr receivables; Cr client deposits, and output tax: owed to the client until invoices draw it down.',
  linesSayNumber: true,
  actions: ['print', 'pay back'],
  pdf: '/deposit-invoices',
} as const satisfies KindOfDocument;
