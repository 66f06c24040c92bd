import { expect, test } from 'vitest';
import { ACCOUNT_TYPES, isDebitType, isProfitAndLoss, ROLES, type Account, type Role } from './account.ts';
import { DIMENSION_NAMES, DIMENSIONS, dimensionsOf, NO_DIMENSIONS } from './dimensions.ts';
import { accountId } from './ids.ts';
import { rolesOf } from './roles.ts';

test('what is normally a debit, and what belongs to the result', () => {
  expect(ACCOUNT_TYPES.filter(isDebitType)).toEqual(['asset', 'cost-of-revenue', 'expense']);
  expect(ACCOUNT_TYPES.filter(isProfitAndLoss)).toEqual(['revenue', 'cost-of-revenue', 'expense']);
});

test('a chart gives an account to each role; without one it is no chart', () => {
  const chart = (Object.keys(ROLES) as Role[]).map((role, index): Account => ({
    ...{ id: accountId(index + 1), code: String(index), name: role, type: ROLES[role], role },
  }));
  const other: Account = { id: accountId(99), code: '99', name: 'Other', type: 'expense', role: null };
  expect(rolesOf([other, ...chart])).toMatchObject({ bank: 1, receivable: 2 });
  expect(() => rolesOf(chart.slice(1))).toThrow('no account has the role bank');
});

test('a stored line has the dimensions its columns say, and none where they say nothing that can be', () => {
  const row = { project_id: 3, phase_id: '4', cost_code_id: 5, cost_type: 'labor', party_id: null, employee_id: 0 };
  expect(dimensionsOf(row)).toEqual({
    project: 3,
    phase: 4,
    costCode: 5,
    costType: 'labor',
    party: null,
    employee: null,
  });
  expect(dimensionsOf({ cost_type: 'other things', project_id: '1x' })).toEqual(NO_DIMENSIONS);
  expect(dimensionsOf({ project_id: true })).toEqual(NO_DIMENSIONS);
});

test('balances by coding tell project, phase, code and type apart, not who it was with', () => {
  expect(DIMENSION_NAMES.filter((name) => DIMENSIONS[name].inCoding)).toEqual([
    'project',
    'phase',
    'costCode',
    'costType',
  ]);
});
