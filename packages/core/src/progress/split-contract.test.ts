import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { codingTo } from '../ledger/dimensions.ts';
import { costCodeId, phaseId } from '../ledger/ids.ts';
import { cents, sum, ZERO } from '../money/cents.ts';
import { millionthsOf } from '../money/ratio.ts';
import { earning } from './earning.ts';
import { monthCauses } from './month-causes.ts';
import { obligationPrices, type Obligation, type Split } from './obligation.ts';
import { obligationPositions } from './obligation-positions.ts';
import { position, PROJECT } from './position.test.sample.ts';
import type { ProjectPosition } from './project-position.ts';
import { progress } from './progress.ts';
import { changesAnything, NO_RUN_COST, recognitionRow, recognized } from './recognition-run.ts';

const money = (dollars: number) => cents(Math.round(dollars * 100));
const POLICY = { month: '2027-03' as never, kept: null, forecastMonths: null };

function obligation(
  phase: number,
  of: { price: number; estimate: number; cost: number },
  more: Partial<Obligation> = {},
): Obligation {
  return {
    ...{ phase: phaseId(phase), code: `F${phase}`, name: `Phase ${phase}`, phases: [phaseId(phase)] },
    ...{ method: 'cost-to-cost', price: money(of.price), priceSince: ZERO, isFinished: false },
    ...{ budget: money(of.estimate), lineEstimates: money(of.estimate), costToDate: money(of.cost) },
    ...{ zeroMargin: { cost: ZERO, estimate: ZERO }, told: null, toldOn: null },
    ...more,
  };
}

function split(
  whole: { contract: number; cost: number; budget: number },
  obligations: readonly Obligation[],
  more: Partial<ProjectPosition> & { readonly lossesPer?: Split['lossesPer'] } = {},
): ProjectPosition {
  const { lossesPer = 'contract', ...rest } = more;
  return position(whole, { split: { lossesPer, obligations }, ...rest });
}

describe('a split contract, worked by hand', () => {
  // Dredging 600,000 for 400,000, 100,000 spent; gate 400,000 for 300,000, earned when finished, 50,000 spent; 70,000 in common, 35,000 spent.
  const gate = { price: 400_000, estimate: 300_000, cost: 50_000 };
  const dredging = obligation(1, { price: 600_000, estimate: 400_000, cost: 100_000 });
  const whole = { contract: 1_000_000, cost: 185_000, budget: 770_000 };
  const bothWays = split(whole, [dredging, obligation(2, gate, { method: 'completed-contract' })]);

  test('what they have in common is shared by their own estimates', () => {
    // 4 to 3: cost 20,000 and 15,000, estimate 40,000 and 30,000.
    const parts = obligationPositions(bothWays).map(({ position: part }) => part);
    expect(parts.map(({ costToDate, lineEstimates }) => [costToDate, lineEstimates])).toEqual([
      [money(120_000), money(440_000)],
      [money(65_000), money(330_000)],
    ]);
  });

  test('each earns by its own measure: 600,000 × 120 ÷ 440, and nothing before the gate is finished', () => {
    const { parts, earnedToDate, costOfRevenue, isHeld } = earning(bothWays, null);
    expect(parts.map((part) => part.earning.earnedToDate)).toEqual([money(163_636.36), ZERO]);
    expect(earnedToDate).toBe(money(163_636.36));
    expect([costOfRevenue, isHeld]).toEqual([money(120_000), false]);
    expect(progress(bothWays, null)).toMatchObject({ kind: 'by-obligations', complete: { numerator: 16_363_636 } });
  });

  test('a finished obligation earns its whole part, and its cost with it', () => {
    const done = split(whole, [dredging, obligation(2, gate, { method: 'completed-contract', isFinished: true })]);
    const { parts, costOfRevenue } = earning(done, null);
    // Its own estimate is then its cost: 4 to 0.5 share what is common, 131,111.11 of 462,222.22.
    expect(parts.map((part) => part.earning.earnedToDate)).toEqual([money(170_192.31), money(400_000)]);
    expect(costOfRevenue).toBe(money(185_000));
  });

  test('a surveyed obligation earns what was told of it', () => {
    const told = split(whole, [dredging, obligation(2, gate, { method: 'surveyed', told: millionthsOf(250_000) })]);
    expect(earning(told, null).parts.map((part) => part.earning.earnedToDate)).toEqual([
      money(163_636.36),
      money(100_000),
    ]);
  });

  test('losses of the contract, or of each obligation by itself', () => {
    // Dredging gains 160,000; the gate at 400,000 for 500,000 loses 100,000.
    const losing = obligation(2, { price: 400_000, estimate: 500_000, cost: 100_000 });
    const sums = { contract: 1_000_000, cost: 200_000, budget: 900_000 };
    expect(earning(split(sums, [dredging, losing]), null)).toMatchObject({ loss: 0, provisionToDate: 0 });
    // 20 % done: 80,000 earned for 100,000 shows 20,000 of the 100,000 already.
    expect(earning(split(sums, [dredging, losing], { lossesPer: 'obligation' }), null)).toMatchObject({
      loss: money(100_000),
      provisionToDate: money(80_000),
    });
  });

  test('an obligation that nobody estimated earns nothing and stays outside the losses', () => {
    const open = obligation(2, { price: 100_000, estimate: 0, cost: 0 });
    const dear = obligation(1, { price: 600_000, estimate: 650_000, cost: 130_000 });
    expect(earning(split({ contract: 700_000, cost: 130_000, budget: 650_000 }, [dear, open]), null)).toMatchObject({
      earnedToDate: money(120_000),
      loss: money(50_000),
      provisionToDate: money(40_000),
    });
  });

  test('revenue carries the phase that earned it, and moves there from what was posted without', () => {
    const before = { ...bothWays, earned: money(100_000) };
    expect(recognized(recognitionRow(before, NO_RUN_COST, POLICY)).earned).toEqual([
      { phase: 1, amount: money(163_636.36) },
      { phase: 2, amount: 0 },
      { phase: null, amount: money(-100_000) },
    ]);
    const after = {
      ...before,
      earned: money(163_636.36),
      phaseEarned: [{ phase: phaseId(1), amount: money(163_636.36) }],
    };
    expect(changesAnything(recognitionRow(after, NO_RUN_COST, POLICY))).toBe(false);
    // Split no longer: it goes back to none.
    expect(recognized(recognitionRow({ ...after, split: null }, NO_RUN_COST, POLICY)).earned).toContainEqual({
      phase: 1,
      amount: money(-163_636.36),
    });
  });

  test('cost of what waits stays in WIP, of the common cost its share', () => {
    const coding = (phase: number | null) =>
      codingTo({
        ...{ project: PROJECT.id, costCode: costCodeId(1), costType: 'labor' },
        phase: phase === null ? null : phaseId(phase),
      });
    const held = [
      { coding: coding(1), amount: money(100_000) },
      { coding: coding(2), amount: money(50_000) },
      { coding: coding(null), amount: money(35_000) },
    ];
    const row = recognitionRow(bothWays, { ...NO_RUN_COST, held }, POLICY);
    expect(row.released).toEqual([
      { coding: coding(1), amount: money(100_000) },
      { coding: coding(null), amount: money(20_000) },
    ]);
    expect(row.waiting).toBe(money(65_000));
  });

  test('a change order of the work of one, and other changes by what was told of each', () => {
    // 1,060,000: 20,000 is of the gate, of the other 40,000 24,000 and 16,000.
    const parts = [dredging, obligation(2, gate, { priceSince: money(20_000) })];
    expect(obligationPrices(money(1_060_000), parts)).toEqual([money(624_000), money(436_000)]);
  });
});

const anyObligation = fc
  .record({
    price: fc.integer({ min: 0, max: 1_000_000 }),
    estimate: fc.integer({ min: 0, max: 900_000 }),
    done: fc.integer({ min: 0, max: 120 }),
    method: fc.constantFrom('cost-to-cost' as const, 'surveyed' as const, 'completed-contract' as const),
    told: fc.option(fc.integer({ min: 0, max: 1_000_000 })),
    isFinished: fc.boolean(),
  })
  .map(({ price, estimate, done, method, told, isFinished }) => ({
    price,
    estimate,
    cost: (estimate * done) / 100,
    method,
    told,
    isFinished,
  }));
const anySplit = fc
  .record({
    parts: fc.array(anyObligation, { minLength: 1, maxLength: 4 }),
    common: fc.record({ estimate: fc.integer({ min: 0, max: 200_000 }), cost: fc.integer({ min: 0, max: 200_000 }) }),
    more: fc.integer({ min: 0, max: 500_000 }),
    lossesPer: fc.constantFrom('contract' as const, 'obligation' as const),
    stage: fc.constantFrom('under way' as const, 'finished' as const, 'cancelled' as const, 'proposed' as const),
  })
  .map(({ parts, common, more, lossesPer, stage }) => {
    const total = (of: (part: (typeof parts)[number]) => number) => parts.reduce((all, part) => all + of(part), 0);
    const obligations = parts.map(({ method, told, isFinished, ...of }, place) =>
      obligation(place + 1, of, {
        ...{ method, isFinished, told: method === 'surveyed' && told !== null ? millionthsOf(told) : null },
      }),
    );
    const budget = total(({ estimate }) => estimate) + common.estimate;
    const cost = total((part) => part.cost) + common.cost;
    return split({ contract: total(({ price }) => price) + more, cost, budget }, obligations, { lossesPer, stage });
  });

describe('laws of split contracts', () => {
  test('obligations add up to the project: price, cost, estimate, revenue', () => {
    fc.assert(
      fc.property(anySplit, (of) => {
        const parts = obligationPositions(of).map((each) => each.position);
        expect(sum(parts.map(({ contract }) => contract))).toBe(of.contract);
        expect(sum(parts.map(({ costToDate }) => costToDate))).toBe(of.costToDate);
        expect(sum(parts.map(({ lineEstimates }) => lineEstimates))).toBe(of.lineEstimates);
        const { earnedToDate } = earning(of, null);
        const row = recognitionRow(of, NO_RUN_COST, POLICY);
        expect(sum(recognized(row).earned.map(({ amount }) => amount))).toBe(earnedToDate);
        expect(earnedToDate).toBeLessThanOrEqual(of.contract);
      }),
    );
  });

  test('over its life it earns its price', () => {
    fc.assert(
      fc.property(anySplit, (of) => {
        fc.pre(of.contract > 0);
        const { earnedToDate, costOfRevenue, provisionToDate } = earning({ ...of, stage: 'finished' }, null);
        expect([earnedToDate, costOfRevenue, provisionToDate]).toEqual([of.contract, of.costToDate, 0]);
      }),
    );
  });

  test('causes of a month add up, whatever was split before or is split now', () => {
    fc.assert(
      fc.property(fc.option(anySplit), anySplit, fc.boolean(), (before, now, isSplit) => {
        const is = isSplit ? now : { ...now, split: null };
        const then = before === null ? null : { position: before, kept: null };
        const causes = monthCauses(then, { position: is, kept: null });
        expect(sum(causes.map(({ earned }) => earned))).toBe(earning(is, null).earnedToDate - is.earned);
      }),
    );
  });
});
