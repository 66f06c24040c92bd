import { expect, test } from 'vitest';
import { MOST_CENTS } from '../money/cents.ts';
import { moneyIn, textIn } from './cell.ts';

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
