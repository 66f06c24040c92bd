import type { KindOfDocument } from '../kind.ts';

export const OVERHEAD = {
  one: 'Overhead applied',
  many: 'Overhead applied',
  series: 'OVH',
  party: null,
  openOn: null,
  leavesNoWork: true,
  undoing: { how: 'reversal' },
  needs: ['overhead-applied', 'wip', 'construction-in-progress', 'cost-of-revenue', 'internal-projects'],
  posts:
    'Dr the cost account of each project, base × rate of its pool; Cr overhead applied. Only what is new since the last one.',
} as const satisfies KindOfDocument;
