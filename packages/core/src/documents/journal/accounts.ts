import type { Cell } from '../../cells/cell.ts';
import type { Account, Role } from '../../ledger/account.ts';
import { costRole, type Project } from '../../ledger/project.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { accepted, following, refused, type Decision } from '../../problems/decision.ts';

/** Accounts whose balance other records explain; only their own documents post to them. */
const KEPT_BY_DOCUMENTS: ReadonlySet<Role> = new Set<Role>([
  'receivable',
  'retention-receivable',
  'client-deposits',
  'payable',
  'retention-payable',
  'received-not-billed',
  'supplier-deposits',
  'wip',
  'construction-in-progress',
  'earned-unbilled',
  'progress-billings',
  'loss-provision',
  'loss-expense',
  'revenue',
]);

/** Accounts of what projects cost: a line of theirs that names a project needs its whole coding. */
const COST_ACCOUNTS: ReadonlySet<Role> = new Set<Role>([
  'wip',
  'construction-in-progress',
  'cost-of-revenue',
  'internal-projects',
]);

export function isKeptByDocuments({ role }: Pick<Account, 'role'>): boolean {
  return role !== null && KEPT_BY_DOCUMENTS.has(role);
}

/** What a project has earned and billed: journals correct it, each line with its project. */
const EARNED_AND_BILLED: ReadonlySet<Role> = new Set<Role>(['revenue', 'earned-unbilled', 'progress-billings']);

export function isCostAccount({ role }: Pick<Account, 'role'>): boolean {
  return role !== null && COST_ACCOUNTS.has(role);
}

/** An account that lines without a project may be posted to. */
export function accountIn(cell: Cell, accounts: readonly Account[]): Decision<Account> {
  return following(lookedUp(accounts, cell, 'account'), (account) =>
    isKeptByDocuments(account)
      ? refused({ at: cell.at, kind: 'control-account', account: account.code })
      : accepted(account),
  );
}

/**
 * The account of a line that names a project. Cost goes to the account that the project's cost is incurred in; what documents keep
 * otherwise stays theirs.
 */
export function accountOfProject(account: Account, project: Project, at: string): Decision<Account> {
  if (!isCostAccount(account)) {
    const isCorrected = account.role !== null && EARNED_AND_BILLED.has(account.role);
    return isKeptByDocuments(account) && !isCorrected
      ? refused({ at, kind: 'control-account', account: account.code })
      : accepted(account);
  }
  const role = costRole(project);
  return account.role === role
    ? accepted(account)
    : refused({ at, kind: 'cost-account-of-project', account: account.code, project: project.code, role });
}
