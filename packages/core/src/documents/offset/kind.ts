import type { KindOfDocument } from '../kind.ts';

export const OFFSET = {
  one: 'Credit applied',
  many: 'Credits applied',
  series: 'APP',
  party: null,
  isSettled: false,
  undoing: { how: 'reversal' },
  needs: [],
  posts: 'Nothing: what is owed and the credit are on one account already.',
} as const satisfies KindOfDocument;
