import { describe, expect, test } from 'vitest';
import { accountId, partyId } from '../ledger/ids.ts';
import { proposedCoding, type CodingRule } from './coding-rule.ts';
import { isStray, needsProject } from './stray.ts';

const rule = (code: string, change: Partial<CodingRule>): CodingRule => ({
  ...{ code, supplier: null, account: null, words: '', project: 'GATE', costCode: '31-250', costType: '' },
  ...change,
});
const LINE = { supplier: partyId(1), account: accountId(2), text: 'Rock delivered to site' };

describe('the most specific rule proposes the coding', () => {
  const any = rule('ANY', {});
  const words = rule('ROCK', { words: 'rock site' });
  const account = rule('ACC', { account: accountId(2) });
  const supplier = rule('SUP', { supplier: partyId(1) });
  test.each([
    { case: 'a supplier before an account', rules: [account, supplier], code: 'SUP' },
    { case: 'an account before words', rules: [words, account], code: 'ACC' },
    { case: 'words before any', rules: [any, words], code: 'ROCK' },
    { case: 'the earlier code where two are as specific', rules: [rule('B', {}), rule('A', {})], code: 'A' },
    { case: 'none of another supplier', rules: [rule('X', { supplier: partyId(9) })], code: undefined },
    { case: 'none with a word that is missing', rules: [rule('X', { words: 'rock timber' })], code: undefined },
  ])('$case', ({ rules, code }) => {
    expect(proposedCoding(rules, LINE)?.code).toBe(code);
  });
});

test('lines of work held and of cost of revenue should name a project, those of expenses and of expected losses need not', () => {
  expect(needsProject({ type: 'asset', role: 'wip' })).toBe(true);
  expect(needsProject({ type: 'cost-of-revenue', role: null })).toBe(true);
  expect(needsProject({ type: 'cost-of-revenue', role: 'loss-expense' })).toBe(false);
  expect(needsProject({ type: 'expense', role: null })).toBe(false);
  expect(isStray({ project: null, costCode: null })).toBe(true);
});
