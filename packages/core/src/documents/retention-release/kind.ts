import type { KindOfDocument } from '../kind.ts';

export const RETENTION_RELEASE = {
  one: 'Retention released to a supplier',
  many: 'Retention released to suppliers',
  series: 'RR',
  party: 'supplier',
  openOn: 'payable',
  undoing: { how: 'reversal' },
  needs: ['retention-payable', 'payable'],
  posts: 'Dr retention payable; Cr payables.',
} as const satisfies KindOfDocument;
