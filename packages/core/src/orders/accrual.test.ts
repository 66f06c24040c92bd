import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import { afterBill, afterReceipt, costTaken, receivedNotBilled } from './accrual.ts';
import { accrual, amountLine, countedLine, part } from './order-line.test.sample.ts';
import { accrued } from './order-line.ts';

const on = (day: string) => ({ datedOn: isoDate(day), postedOn: isoDate(day) });
const bill = (units: number, net: number, postedOn: string) => ({
  ...{ part: part(units, net), cost: cents(net), postedOn: isoDate(postedOn) },
});

describe('a receipt', () => {
  test('accrues what came at the price of its day, and is added to what was received', () => {
    const { line, accrued: came } = afterReceipt(countedLine(), { part: part(60, 270_000), ...on('2027-02-10') }, true);
    expect(came).toEqual({ receipt: 0, postedOn: '2027-02-10', measure: 600_000, cost: 270_000 });
    expect(line.received).toEqual(part(60, 270_000));
    expect(line.accruals).toEqual([came]);
  });

  test('accrues nothing where goods are cost only with their bill', () => {
    const { line, accrued: came } = afterReceipt(countedLine(), { part: part(60, 0), ...on('2027-02-10') }, false);
    expect([came, line.accruals, line.received.quantity]).toEqual([null, [], 600_000]);
  });

  test.each([
    // 100 t at 80.00, 60 received; new price 90.00, 10 more received: 900.00 more.
    { case: 'at the price of its own day', billedUnits: 0, before: 60, came: 10, measure: 100_000, cost: 90_000 },
    {
      case: 'only what was not billed before it came',
      billedUnits: 65,
      before: 60,
      came: 10,
      measure: 50_000,
      cost: 45_000,
    },
    { case: 'nothing where all of it was billed before', billedUnits: 80, before: 60, came: 10, measure: 0, cost: 0 },
  ])('accrues $case', ({ billedUnits, before, came, measure, cost }) => {
    const [old, now] = [part(100, 800_000), part(100, 900_000)];
    const line = countedLine({
      ordered: { ...now, cost: now.net },
      agreed: [
        { from: isoDate('2027-02-01'), ordered: { ...old, cost: old.net } },
        { from: isoDate('2027-03-01'), ordered: { ...now, cost: now.net } },
      ],
      ...{ received: part(before, 0), billed: { ...part(billedUnits, 0), cost: cents(0) } },
      accruals: billedUnits === 0 ? [accrual(1, '2027-02-10', 600_000, 480_000)] : [],
    });
    const { accrued: made } = afterReceipt(line, { part: part(came, 0), ...on('2027-03-05') }, true);
    expect([made?.measure ?? 0, made?.cost ?? 0]).toEqual([measure, cost]);
  });
});

describe('a bill', () => {
  const received = countedLine({
    received: part(120, 540_000),
    accruals: [accrual(1, '2027-02-10', 700_000, 315_000), accrual(2, '2027-02-20', 500_000, 225_000)],
  });

  test('takes over what it bills of receipts, the first come first', () => {
    const { line, taken } = afterBill(received, bill(100, 457_500, '2027-03-01'));
    expect(taken).toEqual([
      { receipt: 1, postedOn: '2027-02-10', measure: 700_000, cost: 315_000, takenOn: '2027-03-01' },
      { receipt: 2, postedOn: '2027-02-20', measure: 300_000, cost: 135_000, takenOn: '2027-03-01' },
    ]);
    expect(costTaken(taken)).toBe(450_000);
    expect(line.accruals).toEqual([accrual(2, '2027-02-20', 200_000, 90_000)]);
    expect(line.billed).toEqual({ ...part(100, 457_500), cost: 457_500 });
  });

  test('dated before a receipt takes its accrual back on the receipt’s day', () => {
    const { taken } = afterBill(received, bill(120, 540_000, '2027-02-15'));
    expect(taken.map(({ takenOn }) => takenOn)).toEqual(['2027-02-15', '2027-02-20']);
  });

  test('of goods that did not come takes nothing over', () => {
    const { line, taken } = afterBill(countedLine(), bill(50, 225_000, '2027-03-01'));
    expect([taken, costTaken(taken), line.accruals]).toEqual([[], 0, []]);
  });

  test('leaves alone what came and is still not billed', () => {
    const partly = { ...received, accruals: [accrual(1, '2027-02-10', 200_000, 90_000)] };
    const { line, taken } = afterBill(partly, bill(100, 450_000, '2027-03-01'));
    expect([taken, line.accruals]).toEqual([[], partly.accruals]);
  });

  test('a part of a receipt is its share of the cost, rounded once; what is left keeps the rest', () => {
    const line = amountLine({ received: part(0, 300), accruals: [accrual(1, '2027-02-10', 300, 100)] });
    const { taken, line: after } = afterBill(line, bill(0, 100, '2027-03-01'));
    expect([taken[0]?.cost, after.accruals[0]?.cost]).toEqual([33, 67]);
  });
});

test.each([
  { received: 120, billed: 0, waiting: 1_200_000 },
  { received: 120, billed: 50, waiting: 700_000 },
  { received: 50, billed: 120, waiting: 0 },
])('$received came and $billed were billed', ({ received, billed, waiting }) => {
  const line = countedLine({ received: part(received, 0), billed: { ...part(billed, 0), cost: cents(0) } });
  expect(receivedNotBilled(line)).toBe(waiting);
});

test('in whatever order receipts and bills come, nothing is accrued once all is billed, and never more than waits', () => {
  const events = fc.array(fc.record({ isBill: fc.boolean(), units: fc.integer({ min: 1, max: 40 }) }), {
    maxLength: 12,
  });
  fc.assert(
    fc.property(events, (history) => {
      let line = countedLine();
      for (const [index, { isBill, units }] of history.entries()) {
        const day = `2027-03-${String(index + 1).padStart(2, '0')}`;
        line = isBill
          ? afterBill(line, bill(units, units * 4_500, day)).line
          : afterReceipt(line, { part: part(units, units * 4_500), ...on(day) }, true).line;
        expect(accrued(line).measure).toBe(receivedNotBilled(line));
      }
      const rest = receivedNotBilled(line) / 10_000;
      const { line: end } = afterBill(line, bill(rest, rest * 4_500, '2027-04-30'));
      expect(accrued(end)).toEqual({ measure: 0, cost: 0 });
    }),
  );
});
