import type { KindOfDocument } from '../kind.ts';

export const CLIENT_RETENTION = {
  one: 'Retention invoice',
  many: 'Retention invoices',
  series: 'RET',
  party: 'client',
  openOn: 'receivable',
  undoing: { how: 'reversal' },
  needs: ['receivable', 'retention-receivable', 'output-tax'],
  posts: 'Dr receivables; Cr retention receivable, and output tax where it is taxed when it is released.',
  postsToClosed: true,
  linesSayNumber: true,
  actions: ['write off'],
} as const satisfies KindOfDocument;
