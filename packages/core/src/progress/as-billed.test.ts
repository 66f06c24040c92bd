import { describe, expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { costCodeId, projectId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { wipRow } from '../reports/wip-schedule/figures.ts';
import { marginAtCompletion } from './estimate-at-completion.ts';
import { position, PROJECT } from './position.test.sample.ts';
import { progress } from './progress.ts';
import { heldCost, NO_RUN_COST, recognitionRow, waitingCost, type RecognitionRow } from './recognition-run.ts';
import type { Stage } from './stage.ts';

const POLICY = { month: month('2027-03'), kept: null, forecastMonths: 1 };
const BY_BILLING = { project: { ...PROJECT, method: 'as-billed' as const, costTreatment: 'expense' as const } };
const money = (amount: number) => cents(amount * 100);

const job = (
  of: { readonly contract?: number; readonly cost?: number; readonly budget?: number },
  billed: number,
  stage: Stage = 'under way',
) =>
  position(
    { contract: 0, cost: 0, budget: 0, ...of },
    {
      ...{ ...BY_BILLING, billed: money(billed), stage },
      lineEstimates: money(Math.max(of.budget ?? 0, of.cost ?? 0)),
    },
  );

describe('what is measured as billed earns what is billed', () => {
  test.each([
    { case: 'without price, budget or start', of: job({ cost: 300 }, 500, 'before its start'), earned: 500 },
    { case: 'of a proposed project too', of: job({}, 500, 'proposed'), earned: 500 },
    { case: 'below its price', of: job({ contract: 800 }, 500), earned: 500 },
    { case: 'its price at most', of: job({ contract: 800 }, 900), earned: 800 },
    { case: 'finished, no more than is billed', of: job({ contract: 800 }, 500, 'finished'), earned: 500 },
    { case: 'never below zero', of: job({}, -20), earned: 0 },
  ])('$case', ({ of, earned }) => {
    expect(recognitionRow(of, NO_RUN_COST, POLICY).earnedToDate).toBe(money(earned));
  });

  test('of a price, the share that is billed is complete; without one nobody knows', () => {
    expect(progress(job({ contract: 800 }, 600), null)).toEqual({
      kind: 'as-billed',
      complete: { numerator: 60_000, denominator: 80_000 },
    });
    expect(progress(job({}, 600), null).complete.numerator).toBe(0);
  });

  test('more billed than the price is pointed out', () => {
    const kinds = (billed: number) =>
      recognitionRow(job({ contract: 800 }, billed), NO_RUN_COST, POLICY).warnings.map(({ kind }) => kind);
    expect(kinds(800)).toEqual([]);
    expect(kinds(801)).toEqual(['billed-over-price']);
  });
});

test('a loss is expected only of a price: 1,200 of budget for 1,000', () => {
  expect(recognitionRow(job({ cost: 100, budget: 1_200 }, 90), NO_RUN_COST, POLICY).provisionToDate).toBe(0);
  // Of the 200 to be lost, 100 billed less 100 of cost shows nothing yet.
  expect(
    recognitionRow(job({ contract: 1_000, cost: 100, budget: 1_200 }, 100), NO_RUN_COST, POLICY).provisionToDate,
  ).toBe(money(200));
});

test('cost that was held before goes to the result with the next run', () => {
  const coding = { project: projectId(1), phase: null, costCode: costCodeId(1), costType: 'labor' as const };
  const held = [{ coding, amount: money(40) }];
  expect(recognitionRow(job({ cost: 40 }, 0), { ...NO_RUN_COST, held }, POLICY).released).toEqual(held);
});

test('without a price the schedule has what is billed in its place: nothing in backlog, profit on what was billed', () => {
  const of = { ...job({ cost: 300 }, 500), earned: money(500) };
  const row = wipRow(of, { costOfRevenue: money(300), lossExpense: cents(0) }, null);
  expect([row.price, row.estimate, row.estimatedGrossProfit, row.backlog]).toEqual([
    money(500),
    money(300),
    money(200),
    0,
  ]);
  expect(row.estimatedMargin).toEqual({ numerator: 20_000, denominator: 50_000 });
});

test('a project nobody has estimated has no margin anywhere', () => {
  const unknown = position({ contract: 100, cost: 20, budget: 0 });
  expect(marginAtCompletion(unknown)).toBeNull();
  expect(wipRow(unknown, { costOfRevenue: cents(0), lossExpense: cents(0) }, null).estimatedMargin).toBeNull();
  expect(marginAtCompletion(position({ contract: 100, cost: 20, budget: 80 }))).not.toBeNull();
});

test('cost left out of results: what the run would release, and what waits for a contract or an estimate', () => {
  const coding = { project: projectId(1), phase: null, costCode: costCodeId(1), costType: 'labor' as const };
  const all = [{ coding, amount: money(40) }];
  const left = (row: RecognitionRow) => [heldCost(row), waitingCost(row)];
  const unestimated = position({ contract: 100, cost: 40, budget: 0 });
  expect(left(recognitionRow(unestimated, { ...NO_RUN_COST, held: all }, POLICY))).toEqual([money(40), money(40)]);
  // Recognized while it had an estimate: the next run takes it back.
  expect(left(recognitionRow(unestimated, { ...NO_RUN_COST, recognized: all }, POLICY))).toEqual([0, money(40)]);
  const measured = position({ contract: 100, cost: 40, budget: 80 });
  expect(left(recognitionRow(measured, { ...NO_RUN_COST, held: all }, POLICY))).toEqual([money(40), 0]);
  expect(left(recognitionRow(job({ cost: 40 }, 0), NO_RUN_COST, POLICY))).toEqual([0, 0]);
});
