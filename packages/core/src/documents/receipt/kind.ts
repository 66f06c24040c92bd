import type { KindOfDocument } from '../kind.ts';

export const RECEIPT = {
  one: 'Client receipt',
  many: 'Client receipts',
  series: 'RCT',
  party: 'client',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['bank', 'receivable'],
  posts: 'Dr bank; Cr receivables.',
  dayField: 'paidOn',
} as const satisfies KindOfDocument;
