import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { projectId } from './ids.ts';
import { ties } from './tie-out.ts';

test('numbers that name things begin with 1', () => {
  expect(projectId(1)).toBe(1);
  for (const none of [0, -1, 1.5, Number.NaN]) expect(() => projectId(none)).toThrow('names nothing');
});

test('two sides tie to the cent or not at all', () => {
  const tie = { name: 'payable', one: cents(5), other: cents(5) } as Parameters<typeof ties>[0];
  expect(ties(tie)).toBe(true);
  expect(ties({ ...tie, other: cents(6) })).toBe(false);
});
