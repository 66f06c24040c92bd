import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { scheduled, terms } from './billing.test.sample.ts';
import { withheldNow } from './withheld.ts';

const of = (dollars: number) => cents(dollars * 100);

test.each([
  // 1,000 of 2,000 was billed at 10 %: 100 withheld, 80 of it released. All of the work is taken back: 20 are held, and no more come back.
  { case: 'of the whole schedule', by: 'the whole schedule' as const },
  { case: 'of each line', by: 'each line' as const },
])('work that is taken back gives back what is held still, and not what was released: $case', ({ by }) => {
  const line = scheduled(1, 2_000, { work: 1_000, withheld: 100, released: 80 });
  expect(withheldNow(terms('10', { by }), [{ line, work: of(-1_000), stored: of(0) }], [line])).toEqual([of(-20)]);
  expect(withheldNow(terms('10', { by }), [{ line, work: of(500), stored: of(0) }], [line])).toEqual([of(50)]);
});

test('each line reaches its own steps, the whole schedule all of it', () => {
  const lines = [scheduled(1, 1_000), scheduled(2, 1_000)];
  const now = lines.map((line, index) => ({ line, work: of(index === 0 ? 800 : 100), stored: of(0) }));
  // By line: 500 at 10 % and nothing more, 100 at 10 %. In all: 900 of 2,000 is below half, 10 % of it.
  expect(withheldNow(terms('10 until 50, then 0', { by: 'each line' }), now, lines)).toEqual([of(50), of(10)]);
  expect(withheldNow(terms('10 until 50, then 0'), now, lines)).toEqual([of(80), of(10)]);
});
