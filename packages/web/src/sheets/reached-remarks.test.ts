import { expect, test } from 'vitest';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { ZERO } from '@lowtide/core/money/cents.ts';
import { reached } from './reached-remarks.ts';

const remark = (at: string) => ({ at, kind: 'missing', message: 'Missing.' });
const PREVIEW = {
  ...{ documents: 0, enteredCents: ZERO, missingCents: null, hours: quantity(0), posts: [], effects: [] },
  ...{ follows: [], weeks: [], against: [], bills: [], trialBalance: [] },
  problems: ['controlTotal', 'rows', 'rows/0/net', 'rows/1/project', 'rows/1/net', 'rows/1/number'].map(remark),
  warnings: [remark('rows/1/net')],
};
const columns = ['number', 'project', 'net'];
const isEmpty = (at: string): boolean => at === 'rows/1/net';
const at = (column: number, isTyping = false) =>
  reached(PREVIEW, { place: { row: 1, column }, isTyping }, { columns, isEmpty })?.problems.map(
    (problem) => problem.at,
  );

test('in the row of the hand, what is empty or being typed is not wrong yet', () => {
  expect(at(0)).toEqual(['controlTotal', 'rows/0/net', 'rows/1/project', 'rows/1/number']);
  expect(at(0, true)).toEqual(['controlTotal', 'rows/0/net', 'rows/1/project']);
});

test('once the hand is gone everything is, and what is worth a look always was', () => {
  expect(reached(PREVIEW, null, { columns, isEmpty })).toEqual(PREVIEW);
  const hand = { place: { row: 1, column: 2 }, isTyping: true };
  expect(reached(PREVIEW, hand, { columns, isEmpty })?.warnings).toHaveLength(1);
  expect(reached(null, hand, { columns, isEmpty })).toBeNull();
});
