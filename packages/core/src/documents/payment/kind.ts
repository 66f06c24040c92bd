import type { KindOfDocument } from '../kind.ts';

export const PAYMENT = {
  one: 'Payment',
  many: 'Payments',
  series: 'PAY',
  party: 'supplier',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['bank', 'payable'],
  posts: 'Dr payables, or the liability that is paid; Cr bank.',
  dayField: 'paidOn',
} as const satisfies KindOfDocument;
