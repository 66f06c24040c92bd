import type { KindOfDocument } from '../kind.ts';

const COST = ['input-tax', 'wip', 'construction-in-progress', 'cost-of-revenue', 'internal-projects'] as const;

export const SUPPLIER_BILL = {
  one: 'Supplier bill',
  many: 'Supplier bills',
  series: null,
  party: 'supplier',
  openOn: 'payable',
  undoing: { how: 'reversal' },
  needs: ['payable', 'retention-payable', 'received-not-billed', ...COST],
  posts:
    'Dr the cost account of each project or the account chosen, received, not billed for what was accrued, and input tax; Cr payables, and retention payable for what is withheld.',
  actions: ['ubl', 'recode', 'enter again', 'credit bill'],
} as const satisfies KindOfDocument;

/** What is paid at once, by the company or by an employee. */
export const SPEND = {
  one: 'Spend',
  many: 'Spend',
  series: 'SP',
  party: 'supplier',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['bank', 'owed-to-employees', ...COST],
  posts:
    'Dr the cost account of each project or the account chosen, and input tax; Cr the bank, card or cash it was paid from, or what is owed to the employee who paid.',
  actions: ['recode', 'enter again'],
} as const satisfies KindOfDocument;
