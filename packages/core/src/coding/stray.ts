import type { Account } from '../ledger/account.ts';
import type { Line } from '../ledger/journal-entry.ts';

/** Accounts whose lines should name a project and a cost code: work held on the balance sheet, and cost of revenue. */
export function needsProject({ type, role }: Pick<Account, 'type' | 'role'>): boolean {
  if (role === 'wip' || role === 'construction-in-progress' || role === 'internal-projects') return true;
  return type === 'cost-of-revenue' && role !== 'loss-expense';
}

/** Whether a line on such an account lacks its project or its code. */
export function isStray({ project, costCode }: Pick<Line, 'project' | 'costCode'>): boolean {
  return project === null || costCode === null;
}
