import type { Cents } from '../money/cents.ts';
import { CONTRACT_ROLES, type OpenRole, type Role } from './account.ts';
import type { MeasureName } from './measures.ts';

/** Two sums that must be one: reached by different ways through the books. */
export interface TieOut {
  readonly name: TieOutName;
  readonly one: Cents;
  readonly other: Cents;
}

/** The words of a tie-out, and the accounts whose balance is its other side, where it is one. */
export interface TieOutWords {
  readonly title: string;
  readonly one: string;
  readonly other: string;
  readonly balance?: { readonly roles: readonly Role[]; readonly side: 'debit' | 'credit' };
  /** Its one side is this measure of all projects, its other the accounts the measure is of. */
  readonly measure?: MeasureName;
  /** Its one side is what documents have open on this account. */
  readonly openOn?: OpenRole;
}

export const TIE_OUTS = {
  entries: { title: 'Debits and credits', one: 'all accounts', other: 'zero' },
  payable: {
    ...{ title: 'Payables', one: 'open supplier bills', other: 'the payable account' },
    ...{ openOn: 'payable', balance: { roles: ['payable'], side: 'credit' } },
  },
  deposits: {
    ...{ title: 'Deposits paid', one: 'not used by bills yet', other: 'the account for deposits to suppliers' },
    ...{ openOn: 'supplier-deposits', balance: { roles: ['supplier-deposits'], side: 'credit' } },
  },
  retention: {
    ...{
      title: 'Retention payable',
      one: 'withheld from suppliers, less released',
      other: 'the retention payable account',
    },
    balance: { roles: ['retention-payable'], side: 'credit' },
  },
  received: {
    ...{ title: 'Received, not billed', one: 'goods received and not billed yet', other: 'the account of that name' },
    balance: { roles: ['received-not-billed'], side: 'credit' },
  },
  receivable: {
    ...{ title: 'Receivables', one: 'open client invoices', other: 'the receivable account' },
    ...{ openOn: 'receivable', balance: { roles: ['receivable'], side: 'debit' } },
  },
  'retention-held': {
    ...{
      title: 'Retention receivable',
      one: 'held back by clients, less released',
      other: 'the retention receivable account',
    },
    balance: { roles: ['retention-receivable'], side: 'debit' },
  },
  'client-deposits': {
    ...{
      title: 'Client deposits',
      one: 'billed as deposits, less drawn down and paid back',
      other: 'the client deposits account',
    },
    balance: { roles: ['client-deposits'], side: 'credit' },
  },
  wip: {
    ...{ title: 'Work in process', one: 'cost less cost recognized, by project', other: 'the WIP accounts' },
    measure: 'held',
  },
  revenue: {
    ...{ title: 'Revenue', one: 'earned, by project', other: 'the revenue account' },
    measure: 'earned',
  },
  billings: { title: 'Progress billings', one: 'invoices', other: 'the billings account' },
  contracts: {
    title: 'Contracts',
    one: 'the net of every contract: over- or underbilled, retention, deposits',
    other: 'contract assets and liabilities',
    balance: { roles: CONTRACT_ROLES, side: 'credit' },
  },
  labor: { title: 'Labor applied', one: 'posted hours at their rates', other: 'labor clearing credited from hours' },
  'balance-sheet': {
    title: 'Balance sheet',
    one: 'assets, contracts not netted',
    other: 'liabilities, equity and profit',
  },
} as const satisfies Readonly<Record<string, TieOutWords>>;
export type TieOutName = keyof typeof TIE_OUTS;
export const TIE_OUT_NAMES = Object.keys(TIE_OUTS) as readonly TieOutName[];

export function ties({ one, other }: TieOut): boolean {
  return one === other;
}

/** 1 where what is open on an account stands on its debit side, −1 on its credit side. */
export function sideOf(on: OpenRole): 1 | -1 {
  const open = Object.values<TieOutWords>(TIE_OUTS).find(({ openOn }) => openOn === on);
  return open?.balance?.side === 'debit' ? 1 : -1;
}
