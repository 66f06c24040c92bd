import type { KindOfDocument } from '../kind.ts';

export const SUPPLIER_BILL = {
  one: 'Supplier bill',
  many: 'Supplier bills',
  series: null,
  party: 'supplier',
  isSettled: true,
  undoing: { how: 'reversal' },
  needs: ['payable', 'input-tax', 'wip', 'construction-in-progress', 'cost-of-revenue', 'internal-projects'],
  posts: 'Dr the cost account of each project or the account chosen, and input tax; Cr payables.',
} as const satisfies KindOfDocument;
