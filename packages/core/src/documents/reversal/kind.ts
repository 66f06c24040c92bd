import type { KindOfDocument } from '../kind.ts';

export const REVERSAL = {
  one: 'Reversal',
  many: 'Reversals',
  series: null,
  party: null,
  openOn: null,
  undoing: { how: 'never' },
  needs: [],
  posts: 'The lines of the document it takes back, with every sign turned.',
  dayField: 'postedOn',
  leavesNothingUncoded: true,
} as const satisfies KindOfDocument;
