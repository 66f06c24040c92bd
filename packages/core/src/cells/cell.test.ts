import { expect, test } from 'vitest';
import { MOST_CENTS } from '../money/cents.ts';
import { codeIn, moneyIn, textIn } from './cell.ts';

test('an amount cell holds at most what the books do, a text at most its length', () => {
  const most = String(MOST_CENTS / 100);
  expect(moneyIn({ typed: most, at: 'a' })).toEqual({ ok: true, value: MOST_CENTS });
  expect(moneyIn({ typed: `-${most}`, at: 'a' })).toEqual({ ok: true, value: -MOST_CENTS });
  expect(moneyIn({ typed: `${most}.01`, at: 'a' })).toMatchObject({
    problems: [{ at: 'a', kind: 'number-too-large' }],
  });
  expect(moneyIn({ typed: '9'.repeat(30), at: 'a' })).toMatchObject({ problems: [{ kind: 'number-too-large' }] });
  expect(textIn({ typed: 'abc', at: 'a' }, 'it', 3)).toEqual({ ok: true, value: 'abc' });
  expect(textIn({ typed: 'abcd', at: 'a' }, 'it', 3)).toMatchObject({ problems: [{ kind: 'too-long' }] });
});

test('what looks alike is alike: an accent typed apart is composed', () => {
  expect(textIn({ typed: 'Café', at: 'a' }, 'it', 10)).toEqual({ ok: true, value: 'Caf\u00e9' });
});

test.each([
  { case: 'a zero-width space', typed: 'PE\u200b01' },
  { case: 'a control character', typed: 'PE\u000701' },
  { case: 'a mark of direction', typed: 'PE\u202e01' },
])('a code with $case is refused', ({ typed }) => {
  expect(codeIn({ typed, at: 'code' }, 'the code', 10)).toEqual({
    ok: false,
    problems: [{ at: 'code', kind: 'unseen-characters', field: 'the code' }],
  });
});

test('a code without them is itself', () => {
  expect(codeIn({ typed: ' PE-01 ', at: 'code' }, 'the code', 10)).toEqual({ ok: true, value: 'PE-01' });
  expect(codeIn({ typed: 'PE-0123456', at: 'code' }, 'the code', 3)).toMatchObject({
    problems: [{ kind: 'too-long' }],
  });
});
