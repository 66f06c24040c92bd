import { expect, test } from 'vitest';
import { ACCOUNT_TYPES, isDebitType, isProfitAndLoss, ROLES, type Account, type Role } from './account.ts';
import { codingKey, codingOf, dimensionsOf, NO_DIMENSIONS } from './dimensions.ts';
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

test.each([
  { case: 'a whole one', row: { project_id: 3, phase_id: 7, cost_code_id: 5, cost_type: 'labor' }, key: '3/7/5/labor' },
  { case: 'without a phase', row: { project_id: 3, cost_code_id: 5, cost_type: 'labor' }, key: '3/0/5/labor' },
  {
    case: 'as balances keep it, absent ones 0',
    row: { project_id: 3, phase_id: 0, cost_code_id: 5, cost_type: 'labor' },
    key: '3/0/5/labor',
  },
  { case: 'no project', row: { cost_code_id: 5, cost_type: 'labor' }, key: null },
  { case: 'no cost code', row: { project_id: 3, cost_code_id: 0, cost_type: 'labor' }, key: null },
  { case: 'no cost type', row: { project_id: 3, cost_code_id: 5, cost_type: '' }, key: null },
  { case: 'a cost type that is none', row: { project_id: 3, cost_code_id: 5, cost_type: 'gold' }, key: null },
])('the coding of a row: $case', ({ row, key }) => {
  const coding = codingOf(row);
  expect(coding === null ? null : codingKey(coding)).toBe(key);
});
