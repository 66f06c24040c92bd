import type { KindOfDocument } from '../kind.ts';

export const RECEIPT = {
  one: 'Client receipt',
  many: 'Client receipts',
  series: 'RCT',
  party: 'client',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['bank', 'receivable', 'receipt-differences', 'output-tax'],
  posts: 'Dr bank, and receipt differences and output tax where it is a little short; Cr receivables.',
  leavesNothingUncoded: true,
  dayField: 'paidOn',
} as const satisfies KindOfDocument;
