import type { KindOfDocument } from '../kind.ts';

export const HOURS = {
  one: 'Week of hours',
  many: 'Weeks of hours',
  series: null,
  party: null,
  openOn: null,
  undoing: { how: 'reversal' },
  needs: [
    'labor-clearing',
    'indirect-labor',
    'overhead-applied',
    'equipment-recovered',
    'wip',
    'construction-in-progress',
    'cost-of-revenue',
    'internal-projects',
  ],
  posts:
    'Dr the cost account of each project, or indirect labor; Cr labor clearing, overhead applied for the overhead in the rate, equipment recovered for own equipment.',
  actions: ['correct hours'],
} as const satisfies KindOfDocument;
