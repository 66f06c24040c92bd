import type { KindOfDocument } from '../kind.ts';

export const JOURNAL = {
  one: 'Journal',
  many: 'Journals',
  series: 'JNL',
  party: null,
  openOn: null,
  undoing: { how: 'reversal' },
  needs: [],
  posts: 'The lines as typed, which balance.',
  dayField: 'postedOn',
  actions: ['repeat', 'recode', 'enter again'],
} as const satisfies KindOfDocument;
