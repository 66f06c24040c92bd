import { expect, test } from 'vitest';
import { cents } from '../../money/cents.ts';
import { billsToApprove } from './approval.ts';

const posting = (number: string, gross: number, kind: 'bill' | 'spend' | 'credit-note' = 'bill') => ({
  ...{ kind, number, gross: cents(gross) },
});

test.each([
  { case: 'above the limit', bills: [posting('A', 100_01)], limit: 100_00, approved: ['A'] },
  { case: 'at the limit', bills: [posting('A', 100_00)], limit: 100_00, approved: [] },
  { case: 'some of several', bills: [posting('A', 5), posting('B', 200_00)], limit: 100_00, approved: ['B'] },
  { case: 'any, with a limit of nothing', bills: [posting('A', 1)], limit: 0, approved: ['A'] },
  { case: 'what was paid already', bills: [posting('A', 200_00, 'spend')], limit: 100_00, approved: [] },
  { case: 'a credit', bills: [posting('A', -200_00)], limit: 100_00, approved: [] },
  { case: 'no limit', bills: [posting('A', 999_999_99)], limit: null, approved: [] },
])('bills to approve: $case', ({ bills, limit, approved }) => {
  expect(billsToApprove(bills, limit === null ? null : cents(limit))).toEqual(approved);
});
