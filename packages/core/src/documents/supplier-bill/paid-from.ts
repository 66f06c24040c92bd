import { isEmpty, type Cell } from '../../cells/cell.ts';
import type { Account } from '../../ledger/account.ts';
import type { AccountId, EmployeeId } from '../../ledger/ids.ts';
import { found } from '../../lookup/lookup.ts';
import { accepted, refused, type Decision } from '../../problems/decision.ts';
import type { Catalog } from '../catalog.ts';

/** What a bill is paid from at once: the bank, a card or cash, or an employee, to whom it is owed then. */
export type PaidFrom =
  | { readonly kind: 'account'; readonly account: AccountId }
  | { readonly kind: 'employee'; readonly employee: EmployeeId };

/** Accounts that money is paid from: the bank, and assets and liabilities that no posting rule keeps. */
export function isPaidFrom({ role, type }: Pick<Account, 'role' | 'type'>): boolean {
  return role === 'bank' || (role === null && (type === 'asset' || type === 'liability'));
}

/** Null where nothing is typed: then the bill is owed. */
export function paidFromIn(cell: Cell, { accounts, employees }: Catalog): Decision<PaidFrom | null> {
  if (isEmpty(cell)) return accepted(null);
  const account = found(accounts.filter(isPaidFrom), cell.typed);
  if (account.kind === 'found') return accepted({ kind: 'account', account: account.value.id });
  const employee = found(employees, cell.typed);
  if (employee.kind === 'found') return accepted({ kind: 'employee', employee: employee.value.id });
  return refused({ at: cell.at, kind: 'unknown-code', subject: 'account, card or employee', typed: cell.typed.trim() });
}
