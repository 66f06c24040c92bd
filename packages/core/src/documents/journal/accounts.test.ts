import { expect, test } from 'vitest';
import { ROLES, type Role } from '../../ledger/account.ts';
import { isCostAccount, isKeptByDocuments } from './accounts.ts';

test('journals post to every account but those whose balance other records explain', () => {
  const kept = (Object.keys(ROLES) as Role[]).filter((role) => isKeptByDocuments({ role }));
  expect(kept.toSorted()).toEqual(
    [
      ...['receivable', 'payable', 'wip', 'construction-in-progress', 'earned-unbilled', 'progress-billings'],
      ...['loss-provision', 'loss-expense', 'revenue', 'retention-payable', 'received-not-billed', 'supplier-deposits'],
      ...['retention-receivable', 'client-deposits'],
    ].toSorted(),
  );
  expect(isKeptByDocuments({ role: null })).toBe(false);
});

test('what projects cost stands in four accounts', () => {
  const cost = (Object.keys(ROLES) as Role[]).filter((role) => isCostAccount({ role }));
  expect(cost.toSorted()).toEqual(['construction-in-progress', 'cost-of-revenue', 'internal-projects', 'wip']);
  expect(isCostAccount({ role: null })).toBe(false);
});
