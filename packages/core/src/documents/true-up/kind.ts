import type { KindOfDocument } from '../kind.ts';

export const TRUE_UP = {
  one: 'True-up',
  many: 'True-ups',
  series: 'TRU',
  party: null,
  openOn: null,
  leavesNoWork: true,
  undoing: { how: 'reversal' },
  needs: [
    'labor-clearing',
    'labor-variance',
    'wip',
    'construction-in-progress',
    'cost-of-revenue',
    'internal-projects',
  ],
  posts:
    'Dr the cost of the projects the hours were worked on, or labor variance; Cr labor clearing, for what payroll came to beyond the rates.',
} as const satisfies KindOfDocument;
