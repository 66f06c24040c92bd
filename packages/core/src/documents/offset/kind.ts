import type { KindOfDocument } from '../kind.ts';

export const OFFSET = {
  one: 'Credit applied',
  many: 'Credits applied',
  series: 'APP',
  party: null,
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['payable', 'supplier-deposits'],
  posts:
    'Nothing where what is owed and the credit are on one account already; of a deposit, Dr payables; Cr deposits paid to suppliers.',
  dayField: 'appliedOn',
} as const satisfies KindOfDocument;
