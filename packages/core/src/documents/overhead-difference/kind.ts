import type { KindOfDocument } from '../kind.ts';

export const OVERHEAD_DIFFERENCE = {
  one: 'Overhead difference',
  many: 'Overhead differences',
  series: 'OVD',
  party: null,
  openOn: null,
  leavesNoWork: true,
  undoing: { how: 'reversal' },
  needs: [
    'overhead-applied',
    'overhead-variance',
    'equipment-recovered',
    'wip',
    'construction-in-progress',
    'cost-of-revenue',
    'internal-projects',
  ],
  posts:
    'Dr the cost of the projects overhead was applied to, or overhead variance; Cr overhead applied or equipment recovered, for what was spent beyond it.',
} as const satisfies KindOfDocument;
