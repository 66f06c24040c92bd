import { expect, test } from 'vitest';
import { cents, ZERO } from '../../money/cents.ts';
import { position } from '../../progress/position.test.sample.ts';
import { wipRow } from '../wip-schedule/figures.ts';
import { thenAndNow, thenAndNowTotals } from './figures.ts';
import { COMPARED } from './names.ts';

const row = (dollars: Parameters<typeof position>[0], earned: number, billed: number) =>
  wipRow(
    position(dollars, { earned: cents(earned * 100), billed: cents(billed * 100) }),
    { costOfRevenue: ZERO, lossExpense: ZERO },
    null,
  );
const THEN = row({ contract: 1_000, cost: 200, budget: 800 }, 250, 300);
const NOW = row({ contract: 1_100, cost: 450, budget: 900 }, 550, 500);

test('what is now less what was then is what moved, amount by amount', () => {
  const of = thenAndNow(THEN, NOW);
  expect(COMPARED.map((name) => [name, of[name].then / 100, of[name].now / 100, of[name].change / 100])).toEqual([
    ['contract', 1_000, 1_100, 100],
    ['estimate', 800, 900, 100],
    ['profit', 200, 200, 0],
    ['cost', 200, 450, 250],
    ['earned', 250, 550, 300],
    ['billed', 300, 500, 200],
    ['overbilled', 50, -50, -100],
    ['backlog', 750, 550, -200],
  ]);
});

test('a contract that is new had nothing then, one that is gone has nothing now; totals add both up', () => {
  const [came, went] = [thenAndNow(null, NOW), thenAndNow(THEN, null)];
  expect([came.earned, went.earned]).toEqual([
    { then: 0, now: 55_000, change: 55_000 },
    { then: 25_000, now: 0, change: -25_000 },
  ]);
  expect(thenAndNowTotals([came, went]).earned).toEqual({ then: 25_000, now: 55_000, change: 30_000 });
});
