import type { KindOfDocument } from '../kind.ts';

export const APPLICATION = {
  one: 'Application for payment',
  many: 'Applications for payment',
  series: 'AFP',
  party: 'client',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: [],
  posts: 'Nothing: it asks. What the client certifies of it is the invoice.',
  actions: ['certify', 'correct application', 'print', 'workbook', 'send'],
  pdf: '/applications',
} as const satisfies KindOfDocument;
