import { expect, test } from 'vitest';
import { accepted, following, gathered, listed, mapped, problemsOf, refused } from './decision.ts';

const wrong = (at: string) => refused({ at, kind: 'nothing-entered' });

test('parts that are all right are their values together', () => {
  expect(gathered({ one: accepted(1), other: accepted('two') })).toEqual(accepted({ one: 1, other: 'two' }));
  expect(listed([accepted(1), accepted(2)])).toEqual(accepted([1, 2]));
});

test('all that is wrong is told at once, in the order of the parts', () => {
  const read = gathered({ one: wrong('a'), fine: accepted(1), other: wrong('b') });
  expect(problemsOf(read).map(({ at }) => at)).toEqual(['a', 'b']);
  expect(problemsOf(listed([wrong('a'), accepted(1), wrong('b')])).map(({ at }) => at)).toEqual(['a', 'b']);
});

test('what is wrong with one part is told once, however many follow from it', () => {
  const line = wrong('line');
  const read = gathered({ line, part: following(line, () => accepted(1)), cost: mapped(line, () => 2) });
  expect(problemsOf(read)).toHaveLength(1);
});

test('the same fault of two parts is told of both', () => {
  expect(problemsOf(gathered({ one: wrong('rows'), other: wrong('rows') }))).toHaveLength(2);
});
