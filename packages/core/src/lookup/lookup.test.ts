import { describe, expect, test } from 'vitest';
import { found } from './lookup.ts';

describe('what is named', () => {
  const list = [
    { code: 'A1', name: 'Marsh' },
    { code: 'A12', name: 'Marsh plugs' },
    { code: 'B', name: 'Reef' },
  ];
  test.each([
    { case: 'an exact code, though others begin with it', typed: 'a1', code: 'A1' },
    { case: 'an exact name', typed: 'marsh', code: 'A1' },
    { case: 'the only one that begins with it', typed: 're', code: 'B' },
    { case: 'with spaces around', typed: ' B ', code: 'B' },
  ])('is found by $case', ({ typed, code }) => {
    expect(found(list, typed)).toMatchObject({ kind: 'found', value: { code } });
  });
  test('is ambiguous when several begin with it, and says which', () => {
    expect(found(list, 'mar')).toEqual({ kind: 'ambiguous', among: ['A1 Marsh', 'A12 Marsh plugs'] });
  });
  test('is unknown when none does', () => {
    expect(found(list, 'eef')).toEqual({ kind: 'unknown' });
  });
});
