import type { KindOfDocument } from '../kind.ts';

export const CLIENT_CREDIT = {
  one: 'Payment on account',
  many: 'Payments on account',
  series: 'POA',
  party: 'client',
  openOn: 'receivable',
  undoing: { how: 'reversal' },
  needs: ['bank', 'receivable'],
  posts: 'Dr bank; Cr receivables: what a client paid above its invoices, until it is used.',
  dayField: 'paidOn',
  linesSayNumber: true,
  actions: ['pay back'],
} as const satisfies KindOfDocument;
