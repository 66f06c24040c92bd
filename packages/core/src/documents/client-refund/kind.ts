import type { KindOfDocument } from '../kind.ts';

export const CLIENT_REFUND = {
  one: 'Paid back to a client',
  many: 'Paid back to clients',
  series: 'PB',
  party: 'client',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['receivable', 'client-deposits', 'output-tax', 'bank'],
  posts:
    'Dr receivables, of what was paid above its invoices or credited; Dr client deposits and output tax, of a deposit; Cr bank.',
  dayField: 'paidOn',
  leavesNoWork: true,
} as const satisfies KindOfDocument;
