import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cents } from '../../money/cents.ts';
import { position } from '../../progress/position.test.sample.ts';
import { rollForward, type ContractEnd } from './figures.ts';

const money = (dollars: number) => cents(dollars * 100);
const end = (of: {
  readonly contract: number;
  readonly earned: number;
  readonly billed: number;
  readonly held?: number;
  readonly recognized?: number;
  readonly loss?: number;
}): ContractEnd => ({
  position: position(
    { contract: of.contract, cost: 0, budget: 1 },
    { earned: money(of.earned), billed: money(of.billed) },
  ),
  ...{ held: money(of.held ?? 0), recognized: money(of.recognized ?? 0), loss: money(of.loss ?? 0) },
});

test('a contract from one end to the other, worked by hand', () => {
  const before = end({ contract: 800, earned: 200, billed: 260, held: 30, recognized: 150, loss: 12 });
  const after = end({ contract: 850, earned: 500, billed: 480, held: 10, recognized: 390, loss: 5 });
  expect(rollForward(before, after)).toEqual({
    // 30 + 220 − 240.
    wip: { opening: money(30), cost: money(220), recognized: money(240), closing: money(10) },
    // 60 + 220 − 300; of the 300 earned, the 60 that were billed ahead.
    net: { opening: money(60), billed: money(220), earned: money(300), fromOpening: money(60), closing: money(-20) },
    provision: { opening: money(12), change: money(-7), closing: money(5) },
    // 600 + 50 − 300.
    backlog: { opening: money(600), added: 0, changed: money(50), earned: money(300), closing: money(350) },
  });
});

test.each([
  { case: 'underbilled before', earned: 300, billed: 200, now: 500, from: 0 },
  { case: 'earned less than was billed ahead', earned: 200, billed: 300, now: 240, from: 40 },
  { case: 'earned back', earned: 200, billed: 300, now: 150, from: 0 },
])('of what is earned, from the opening: $case', ({ earned, billed, now, from }) => {
  const before = end({ contract: 800, earned, billed });
  expect(rollForward(before, end({ contract: 800, earned: now, billed: 900 })).net.fromOpening).toBe(money(from));
});

test('a contract that came within the span is new; every row ties to its closing', () => {
  const amount = fc.integer({ min: -500, max: 900 });
  const anyEnd = fc
    .record({ contract: amount, earned: amount, billed: amount, held: amount, recognized: amount, loss: amount })
    .map(end);
  fc.assert(
    fc.property(fc.option(anyEnd), anyEnd, (before, after) => {
      const { wip, net, provision, backlog } = rollForward(before, after);
      expect(wip.opening + wip.cost - wip.recognized).toBe(wip.closing);
      expect(net.opening + net.billed - net.earned).toBe(net.closing);
      expect(provision.opening + provision.change).toBe(provision.closing);
      expect(backlog.opening + backlog.added + backlog.changed - backlog.earned).toBe(backlog.closing);
      if (before === null) expect(backlog.changed).toBe(0);
    }),
  );
});
