import type { KindOfDocument } from '../kind.ts';

export const CLOSING = {
  one: 'Project closing',
  many: 'Project closings',
  series: 'CLO',
  party: null,
  openOn: null,
  leavesNoWork: true,
  undoing: { how: 'elsewhere', where: 'by giving the project another status' },
  needs: ['progress-billings', 'earned-unbilled'],
  posts: 'Dr progress billings; Cr earned, unbilled: all that was billed, which is all that was earned.',
  postsToClosed: true,
  leavesNothingUncoded: true,
} as const satisfies KindOfDocument;
