import type { KindOfDocument } from '../kind.ts';

export const WRITE_OFF = {
  one: 'Write-off',
  many: 'Write-offs',
  series: 'WO',
  party: 'client',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['bad-debts', 'output-tax', 'receivable'],
  posts: 'Dr bad debts, and output tax where it comes back; Cr receivables.',
  dayField: 'writtenOn',
  leavesNothingUncoded: true,
  leavesNoWork: true,
  linesSayNumber: true,
} as const satisfies KindOfDocument;
