import type { KindOfDocument } from '../kind.ts';

export const RECOGNITION = {
  one: 'Recognition run',
  many: 'Recognition runs',
  series: null,
  party: null,
  openOn: null,
  leavesNoWork: true,
  undoing: { how: 'elsewhere', where: 'on the page Recognition, latest first' },
  needs: ['earned-unbilled', 'revenue', 'wip', 'cost-of-revenue', 'loss-expense', 'loss-provision'],
  posts: 'Dr earned, unbilled, Cr revenue; Dr cost of revenue, Cr WIP; Dr expected loss, Cr its provision.',
  actions: ['to run'],
  leavesNothingUncoded: true,
} as const satisfies KindOfDocument;
