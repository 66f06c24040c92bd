import type { AccountId } from './ids.ts';

export const ACCOUNT_TYPES = ['asset', 'liability', 'equity', 'revenue', 'cost-of-revenue', 'expense'] as const;
export type AccountType = (typeof ACCOUNT_TYPES)[number];

/** What posting rules ask for by name; each role belongs to one account at most, of the type given. */
export const ROLES = {
  bank: 'asset',
  receivable: 'asset',
  'retention-receivable': 'asset',
  'input-tax': 'asset',
  wip: 'asset',
  'construction-in-progress': 'asset',
  'earned-unbilled': 'asset',
  'progress-billings': 'liability',
  payable: 'liability',
  'retention-payable': 'liability',
  'received-not-billed': 'liability',
  'supplier-deposits': 'asset',
  'owed-to-employees': 'liability',
  'client-deposits': 'liability',
  'output-tax': 'liability',
  'labor-clearing': 'liability',
  'loss-provision': 'liability',
  'retained-earnings': 'equity',
  revenue: 'revenue',
  'cost-of-revenue': 'cost-of-revenue',
  'loss-expense': 'cost-of-revenue',
  'internal-projects': 'expense',
  'indirect-labor': 'expense',
  'overhead-applied': 'expense',
  'overhead-variance': 'expense',
  'equipment-recovered': 'expense',
  'labor-variance': 'expense',
  'payroll-liabilities': 'liability',
  'net-pay': 'liability',
  'bad-debts': 'expense',
  'receipt-differences': 'expense',
} as const satisfies Record<string, AccountType>;
/** Accounts on which documents are open until they are settled. */
export type OpenRole = Extract<Role, 'receivable' | 'payable' | 'supplier-deposits'>;
export type Role = keyof typeof ROLES;

export interface Account {
  readonly id: AccountId;
  readonly code: string;
  readonly name: string;
  readonly type: AccountType;
  readonly role: Role | null;
}

/** What a project has cost, wherever the cost now stands: moving it from WIP to cost of revenue does not change it. */
export const COST_ROLES = ['wip', 'construction-in-progress', 'cost-of-revenue', 'internal-projects'] as const;
/** Cost still held on the balance sheet. */
export const HELD_ROLES = ['wip', 'construction-in-progress'] as const;
/** What a contract earned and billed. */
const EARNED_AND_BILLED = ['earned-unbilled', 'progress-billings'] as const;
/**
 * Netted per project on the balance sheet into a contract asset or a contract liability: earned and billed, what the client holds back
 * of invoices until more than time has passed, and what it paid ahead (ASC 606-10-45-1 to 45-4).
 */
export const CONTRACT_ROLES = [...EARNED_AND_BILLED, 'retention-receivable', 'client-deposits'] as const;

const OF_WORK: ReadonlySet<Role> = new Set<Role>([
  ...COST_ROLES,
  ...EARNED_AND_BILLED,
  ...(['revenue', 'loss-expense', 'loss-provision'] as const),
]);

/** Whether a line of a project on such an account is cost, billing or earning; all others settle what was. */
export function isOfWork({ role, type }: Pick<Account, 'role' | 'type'>): boolean {
  return isProfitAndLoss(type) || (role !== null && OF_WORK.has(role));
}

/** Whether a balance of this type is normally a debit. Statements show the other types with the sign turned. */
export function isDebitType(type: AccountType): boolean {
  return type === 'asset' || type === 'cost-of-revenue' || type === 'expense';
}

export function isProfitAndLoss(type: AccountType): boolean {
  return type === 'revenue' || type === 'cost-of-revenue' || type === 'expense';
}
