import type { KindOfDocument } from '../kind.ts';

export const GOODS_RECEIPT = {
  one: 'Goods receipt',
  many: 'Goods receipts',
  series: 'GR',
  party: 'supplier',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['received-not-billed', 'wip', 'construction-in-progress', 'cost-of-revenue', 'internal-projects'],
  posts:
    'Where the company accrues on receipt, Dr the cost account of each project or the account chosen, at the price of the order; Cr received, not billed. Else nothing: it authorizes the bill.',
  actions: ['enter again'],
} as const satisfies KindOfDocument;
