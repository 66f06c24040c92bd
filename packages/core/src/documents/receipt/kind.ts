import type { KindOfDocument } from '../kind.ts';

export const RECEIPT = {
  one: 'Client receipt',
  many: 'Client receipts',
  series: 'RCT',
  party: 'client',
  isSettled: false,
  undoing: { how: 'reversal' },
  needs: ['bank', 'receivable'],
  posts: 'Dr bank; Cr receivables.',
} as const satisfies KindOfDocument;
