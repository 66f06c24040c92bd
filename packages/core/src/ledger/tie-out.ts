import type { Cents } from '../money/cents.ts';

/** Two sums that must be one: reached by different ways through the books. */
export interface TieOut {
  readonly name: TieOutName;
  readonly one: Cents;
  readonly other: Cents;
}

export const TIE_OUTS = {
  entries: ['Debits and credits', 'all accounts', 'zero'],
  payable: ['Payables', 'open supplier bills', 'the payable account'],
  deposits: ['Deposits paid', 'not used by bills yet', 'the account for deposits to suppliers'],
  retention: ['Retention payable', 'withheld from suppliers, less released', 'the retention payable account'],
  received: ['Received, not billed', 'goods received and not billed yet', 'the account of that name'],
  receivable: ['Receivables', 'open client invoices', 'the receivable account'],
  wip: ['Work in process', 'cost less cost recognized, by project', 'the WIP accounts'],
  revenue: ['Revenue', 'earned, by project', 'the revenue account'],
  billings: ['Progress billings', 'invoices', 'the billings account'],
  contracts: ['Contracts', 'over- and underbillings of the WIP schedule', 'contract assets and liabilities'],
  labor: ['Labor applied', 'posted hours at their rates', 'labor clearing credited from hours'],
  'balance-sheet': ['Balance sheet', 'assets, contracts not netted', 'liabilities, equity and profit'],
} as const;
export type TieOutName = keyof typeof TIE_OUTS;

export function ties({ one, other }: TieOut): boolean {
  return one === other;
}
