import { needsProject } from '../coding/stray.ts';
import type { AccountId } from '../ledger/ids.ts';
import type { Warning } from '../problems/problem.ts';
import type { Catalog } from './catalog.ts';

/** Said of a line without a project on an account for cost of projects. */
export function costWithoutProject(
  id: AccountId,
  at: string,
  { accounts }: Pick<Catalog, 'accounts'>,
): readonly Warning[] {
  const account = accounts.find((each) => each.id === id);
  return account !== undefined && needsProject(account) ? [{ at, kind: 'needs-project', account: account.code }] : [];
}
