import { describe, expect, test } from 'vitest';
import { ruleSuggestion, type RowToCode } from './rule-suggestion.ts';

const SUPPLIERS = [
  { id: 1, code: 'STONE', name: 'Norsand Quarry' },
  { id: 2, code: 'FUEL', name: 'Ullage Marine Fuel' },
];
const rule = (id: number, fields: Readonly<Record<string, string>>) => ({
  id,
  version: 1,
  fields: { supplier: '', account: '', words: '', phase: '', costType: '', ...fields },
});
const RULES = [
  rule(1, { code: 'R1', supplier: 'FUEL', project: 'GATE', phase: 'A', costCode: '01-540', costType: 'equipment' }),
  rule(2, { code: 'R2', words: 'riprap', project: 'DUNE', costCode: '31-250' }),
  rule(3, { code: 'R3', supplier: 'STONE', account: '5010', project: 'GATE', costCode: '31-250' }),
];
const proposed = (row: Partial<RowToCode>) =>
  ruleSuggestion(RULES, SUPPLIERS, { supplier: '', text: '', typed: '', ...row });

describe('a rule proposes the coding of a row of a bill', () => {
  test('by its supplier, however that is typed, and says which rule it is', () => {
    expect(proposed({ supplier: 'ullage' })).toEqual([
      {
        ...{ code: 'GATE', name: 'A/01-540 equipment', hint: 'rule R1' },
        patch: { project: 'GATE', code: 'A/01-540', costType: 'equipment' },
      },
    ]);
  });

  test('by the words of its text', () => {
    expect(proposed({ supplier: 'STONE', text: 'Riprap for the inlet' })).toMatchObject([{ hint: 'rule R2' }]);
  });

  test('only where it fits what is typed, and never by an account, which the row does not say', () => {
    expect(proposed({ supplier: 'FUEL', typed: 'dune' })).toEqual([]);
    expect(proposed({ supplier: 'FUEL', typed: 'ga' })).toHaveLength(1);
    expect(proposed({ supplier: 'STONE' })).toEqual([]);
  });
});
