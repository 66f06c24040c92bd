import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { handedOver, type StandingRow } from './handed-over.ts';

const row = (line: string, estimate: number, actual: number): StandingRow => ({
  ...{ line, method: 'budget', input: '', reason: '' },
  ...{ estimate: cents(estimate * 100), actual: cents(actual * 100) },
});
// 300 and 100 to come, and a line that is done.
const ROWS = [row('stone', 500, 200), row('crew', 400, 300), row('crane', 50, 60)];

test.each([
  { case: 'more, by what each still costs', more: 40, inputs: ['330.00', '110.00', ''] },
  { case: 'less', more: -200, inputs: ['150.00', '50.00', ''] },
  { case: 'less than nothing is nothing', more: -900, inputs: ['0.00', '0.00', ''] },
  { case: 'nothing', more: 0, inputs: ['', '', ''] },
])('$case', ({ more, inputs }) => {
  const rows = handedOver(ROWS, cents(more * 100), 'What if');
  expect(rows.map(({ input }) => input)).toEqual(inputs);
  expect(rows.map(({ method }) => method)).toEqual(inputs.map((input) => (input === '' ? 'budget' : 'to complete')));
});

test('a project of which nothing is to come is left as it is', () => {
  const done = [row('crane', 50, 60)];
  expect(handedOver(done, cents(1_000), 'What if').map(({ input }) => input)).toEqual(['']);
});

test('what is handed over comes to it, to the cent', () => {
  const line = fc.tuple(fc.nat(1e9), fc.nat(1e9)).map(([estimate, actual]) => ({
    ...row('line', 0, 0),
    ...{ estimate: cents(estimate), actual: cents(actual) },
  }));
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 9 }), fc.nat(1e9), (lines, more) => {
      const rows = lines.map((each, place) => ({ ...each, line: String(place) }));
      const toCome = rows.map(({ estimate, actual }) => Math.max(0, estimate - actual));
      if (toCome.every((each) => each === 0)) return;
      const after = handedOver(rows, cents(more), 'What if').map(({ input }, place) =>
        input === '' ? (toCome[place] ?? 0) : Math.round(Number(input) * 100),
      );
      const sum = (of: readonly number[]): number => of.reduce((all, each) => all + each, 0);
      expect(sum(after) - sum(toCome)).toBe(more);
    }),
  );
});
