import type { KindOfDocument } from '../kind.ts';

export const SUPPLIER_DEPOSIT = {
  one: 'Deposit to a supplier',
  many: 'Deposits to suppliers',
  series: 'DP',
  party: 'supplier',
  openOn: 'supplier-deposits',
  undoing: { how: 'reversal' },
  needs: ['bank', 'supplier-deposits', 'payable'],
  posts: 'Dr deposits paid to suppliers; Cr bank. Applied to a bill, Dr payables; Cr deposits paid to suppliers.',
} as const satisfies KindOfDocument;
