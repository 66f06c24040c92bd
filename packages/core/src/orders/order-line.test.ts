import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { againstOrder } from './against-order.ts';
import { accrual, amountLine, countedLine, part } from './order-line.test.sample.ts';
import {
  accrued,
  commitment,
  costAtOrder,
  costOn,
  isBilled,
  isCounted,
  lineName,
  measureOf,
  measureWords,
  openToBill,
  openToReceive,
  partOf,
} from './order-line.ts';

const billed = (units: number, net: number) => ({ ...part(units, net), cost: cents(net) });

test('a line is counted in its units, or else in its amount', () => {
  expect([isCounted(countedLine()), isCounted(amountLine())]).toEqual([true, false]);
  expect(measureOf(countedLine(), part(3, 500))).toBe(30_000);
  expect(measureOf(amountLine(), part(3, 500))).toBe(500);
  expect(measureWords(countedLine(), 1_205_000)).toBe('120.5 t');
  expect(measureWords(countedLine({ unit: '' }), 20_000)).toBe('2');
  expect(measureWords(amountLine(), 123_450)).toBe('1,234.50');
  expect(lineName(countedLine({ order: 'PO-0012', place: 3 }))).toBe('PO-0012/3');
});

describe('what so much of a line costs', () => {
  test.each([
    { case: 'half of it', line: countedLine(), measure: 1_000_000, cost: 450_000 },
    { case: 'a third of an amount, rounded once', line: amountLine(), measure: 166_667, cost: 166_667 },
    {
      case: 'with tax that does not come back',
      line: countedLine({ ordered: { ...part(3, 1_000), cost: cents(1_063) } }),
      // 1063 ÷ 3 = 354.33…
      ...{ measure: 10_000, cost: 354 },
    },
    { case: 'nothing ordered', line: amountLine({ ordered: { ...part(0, 0), cost: cents(0) } }), measure: 5, cost: 0 },
  ])('$case', ({ line, measure, cost }) => {
    expect(costAtOrder(line, measure)).toBe(cost);
  });

  const [first, second] = [
    { from: isoDate('2027-02-01'), ordered: { ...part(100, 800_000), cost: cents(800_000) } },
    { from: isoDate('2027-03-01'), ordered: { ...part(100, 900_000), cost: cents(900_000) } },
  ];
  test.each([
    { case: 'before its first version', day: '2027-01-15', cost: 80_000 },
    { case: 'on the day of its first', day: '2027-02-01', cost: 80_000 },
    { case: 'the day before its second', day: '2027-02-28', cost: 80_000 },
    { case: 'on the day of its second', day: '2027-03-01', cost: 90_000 },
  ])('10 t $case', ({ day, cost }) => {
    expect(costOn(countedLine({ agreed: [first, second] }), isoDate(day), 100_000)).toBe(cost);
  });

  test('a version in which nothing is ordered has no price: that of another one counts', () => {
    const gone = { from: isoDate('2027-03-01'), ordered: { ...part(0, 0), cost: cents(0) } };
    expect(costOn(countedLine({ agreed: [first, gone] }), isoDate('2027-03-10'), 100_000)).toBe(80_000);
    expect(costOn(countedLine({ agreed: [] }), isoDate('2027-03-10'), 100_000)).toBe(45_000);
  });
});

describe('what is open of a line', () => {
  test.each([
    { case: 'nothing came: all', line: countedLine(), receive: part(200, 900_000), bill: part(200, 900_000) },
    {
      case: '120 t came: 80 to come, the 120 to be billed',
      line: countedLine({ received: part(120, 540_000) }),
      ...{ receive: part(80, 360_000), bill: part(120, 540_000) },
    },
    {
      case: '120 t came, 60 billed: 60 to be billed',
      line: countedLine({ received: part(120, 540_000), billed: billed(60, 274_500) }),
      ...{ receive: part(80, 360_000), bill: part(60, 270_000) },
    },
    {
      case: 'more came than ordered, all billed: nothing',
      line: countedLine({ received: part(210, 945_000), billed: billed(215, 967_500) }),
      ...{ receive: part(0, 0), bill: part(0, 0) },
    },
    {
      case: 'an amount, part of it billed before anything came',
      line: amountLine({ billed: billed(0, 120_000) }),
      ...{ receive: part(0, 500_000), bill: part(0, 380_000) },
    },
  ])('$case', ({ line, receive, bill }) => {
    expect([openToReceive(line), openToBill(line)]).toEqual([receive, bill]);
  });

  test('units are worth their share of the net, an amount is itself', () => {
    expect(partOf(countedLine(), 10_000)).toEqual(part(1, 4_500));
    expect(partOf(amountLine(), 12_345)).toEqual(part(0, 12_345));
  });
});

describe('what is committed', () => {
  // 200 t at 45.00, 120 received and accrued, 60 of them billed at 45.75: 80 × 45.00.
  const half = countedLine({
    ...{ received: part(120, 540_000), billed: billed(60, 274_500) },
    accruals: [accrual(1, '2027-02-10', 600_000, 270_000)],
  });
  test.each([
    { case: 'all, before anything came', line: countedLine(), committed: 900_000 },
    { case: 'neither billed nor accrued, at the order’s price', line: half, committed: 360_000 },
    { case: 'nothing of a closed order', line: { ...half, isClosed: true }, committed: 0 },
    {
      case: 'nothing once billed wholly, cheaper or dearer',
      line: countedLine({ billed: billed(200, 850_000) }),
      committed: 0,
    },
    {
      case: 'of an amount, what is neither billed nor accrued',
      line: amountLine({ billed: billed(0, 120_000), accruals: [accrual(1, '2027-02-10', 30_000, 30_000)] }),
      committed: 350_000,
    },
    {
      case: 'never below zero',
      line: amountLine({ billed: billed(0, 480_000), accruals: [accrual(1, '2027-02-10', 30_000, 30_000)] }),
      committed: 0,
    },
    {
      case: 'nothing where more is accrued than is left',
      line: countedLine({ billed: billed(150, 675_000), accruals: [accrual(1, '2027-02-10', 600_000, 270_000)] }),
      committed: 0,
    },
  ])('$case', ({ line, committed }) => {
    expect(commitment(line)).toBe(committed);
  });

  test('is what is ordered and not billed, whatever the bills, as long as they have its price', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 199 }), (units) => {
        const line = countedLine({ billed: billed(units, units * 4_500) });
        expect(commitment(line) + line.billed.cost).toBe(line.ordered.cost);
        expect(isBilled(line)).toBe(false);
      }),
    );
    expect(isBilled(countedLine({ billed: billed(200, 1) }))).toBe(true);
  });

  test('accruals add up', () => {
    const line = countedLine({
      accruals: [accrual(1, '2027-02-10', 20, 300), accrual(2, '2027-02-11', 5, 70)],
    });
    expect(accrued(line)).toEqual({ measure: 25, cost: 370 });
    expect(accrued(countedLine())).toEqual({ measure: 0, cost: 0 });
  });
});

test('a line stands beside what a sheet says of it: in units, or as an amount', () => {
  const line = countedLine({ received: part(120, 540_000), billed: billed(60, 270_000) });
  expect(againstOrder(line, part(10, 45_000))).toEqual({
    ...{ line: 'PO-0001/1', text: 'Filter stone', unit: 't', isCounted: true },
    ...{ ordered: 2_000_000, received: 1_200_000, billed: 600_000, now: 100_000 },
  });
  expect(againstOrder(amountLine(), { quantity: quantity(10_000), net: cents(700) })).toMatchObject({
    ...{ isCounted: false, ordered: 500_000, received: 0, billed: 0, now: 700 },
  });
});
