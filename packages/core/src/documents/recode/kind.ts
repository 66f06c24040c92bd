import type { KindOfDocument } from '../kind.ts';

export const RECODE = {
  one: 'Recoding',
  many: 'Recodings',
  series: 'RC',
  party: null,
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['wip', 'construction-in-progress', 'cost-of-revenue', 'internal-projects'],
  posts:
    'The line once more with its signs turned, and the same amount on its new project and code: held cost stays held, cost in the result stays there.',
  actions: ['recode'],
  leavesNothingUncoded: true,
} as const satisfies KindOfDocument;
