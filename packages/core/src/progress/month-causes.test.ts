import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents, sum } from '../money/cents.ts';
import { millionthsOf } from '../money/ratio.ts';
import { earning } from './earning.ts';
import { monthCauses, type Standing } from './month-causes.ts';
import { position, PROJECT } from './position.test.sample.ts';
import type { ProjectPosition } from './project-position.ts';
import { METHODS } from '../ledger/project.ts';
import { STAGES } from './stage.ts';

const money = (dollars: number) => cents(Math.round(dollars * 100));
const standing = (of: ProjectPosition): Standing => ({ position: of, kept: null });
const earnedBy = (of: ProjectPosition) => earning(of, null).earnedToDate;

/** February: 800,000 for 600,000, of which 240,000 is spent: 40 %, 320,000 earned. */
const FEBRUARY = position({ contract: 800_000, cost: 240_000, budget: 600_000 });
const march = (more: Partial<ProjectPosition>): ProjectPosition => ({ ...FEBRUARY, earned: money(320_000), ...more });

describe('why a month earns what it does, worked by hand', () => {
  test.each([
    { case: 'nothing changed', now: march({}), causes: [] },
    // 300 of 600: 400,000.
    { case: 'work', now: march({ costToDate: money(300_000) }), causes: [['work', 80_000, 20_000]] },
    // 300 of 600: 400,000; 300 of 640: 375,000.
    {
      case: 'work, then an estimate that grew',
      now: march({ costToDate: money(300_000), lineEstimates: money(640_000) }),
      causes: [
        ['work', 80_000, 20_000],
        ['estimate', -25_000, -25_000],
      ],
    },
    // 375,000; of 832,000 it is 390,000; with 64,000 not agreed 420,000.
    {
      case: 'work, estimate, a change order and a claim',
      now: march({
        ...{ costToDate: money(300_000), lineEstimates: money(640_000) },
        ...{ contract: money(896_000), included: money(64_000) },
      }),
      causes: [
        ['work', 80_000, 20_000],
        ['estimate', -25_000, -25_000],
        ['price', 15_000, 15_000],
        ['not agreed', 30_000, 30_000],
      ],
    },
    // Surveyed at 45 %: 360,000 with the cost of February.
    {
      case: 'another measure, with what was told by it',
      now: march({
        project: { ...PROJECT, method: 'surveyed' },
        told: millionthsOf(450_000),
        costToDate: money(250_000),
      }),
      causes: [
        ['measure', 40_000, 40_000],
        ['work', 0, -10_000],
      ],
    },
    // Half of 1,000,000 to spend: 400,000 earned of a loss of 200,000, of which 100,000 shows.
    {
      case: 'a loss in sight',
      now: march({ costToDate: money(500_000), lineEstimates: money(1_000_000) }),
      causes: [
        ['work', 346_667, 86_667],
        ['estimate', -266_667, -266_667],
        ['loss', 0, -100_000],
      ],
    },
    {
      case: 'finished below its estimate',
      now: march({ costToDate: money(500_000), stage: 'finished' }),
      causes: [
        ['work', 346_667, 86_667],
        ['estimate', 133_333, 133_333],
      ],
    },
    { case: 'earned otherwise before', now: march({ earned: money(319_000) }), causes: [['otherwise', 1_000, 1_000]] },
  ])('$case', ({ now, causes }) => {
    const found = monthCauses(standing(FEBRUARY), standing(now));
    expect(
      found.map(({ cause, earned, profit }) => [cause, Math.round(earned / 100), Math.round(profit / 100)]),
    ).toEqual(causes);
  });

  test('a project nobody knew of before earns by its price, which is looked at last', () => {
    const now = position({ contract: 800_000, cost: 240_000, budget: 600_000 });
    expect(monthCauses(null, standing(now))).toEqual([
      { cause: 'price', earned: money(320_000), profit: money(80_000) },
    ]);
  });

  test('kept decimals go with the measure', () => {
    const third = position({ contract: 900_000, cost: 200_000, budget: 600_000 }, { earned: money(300_000) });
    expect(monthCauses(standing(third), { position: third, kept: 0 })).toEqual([
      { cause: 'measure', earned: money(-3_000), profit: money(-3_000) },
    ]);
  });
});

const anyAmount = fc.integer({ min: 0, max: 1_000_000_00 }).map(cents);
const anyPosition = fc
  .record({
    ...{ contract: anyAmount, included: anyAmount, cost: anyAmount, estimate: anyAmount, wasted: anyAmount },
    ...{ zeroCost: anyAmount, zeroEstimate: anyAmount, billed: anyAmount, billable: anyAmount, earned: anyAmount },
    ...{ provision: anyAmount, told: fc.option(fc.integer({ min: 0, max: 1_000_000 }).map(millionthsOf)) },
    ...{ method: fc.constantFrom(...METHODS), stage: fc.constantFrom(...STAGES) },
  })
  .map(({ cost, estimate, zeroCost, zeroEstimate, method, ...more }) =>
    position(
      { contract: 0, cost: 0, budget: 0 },
      {
        ...{ ...more, costToDate: cost, budget: estimate, lineEstimates: estimate },
        ...{ zeroMargin: { cost: zeroCost, estimate: zeroEstimate }, project: { ...PROJECT, method } },
      },
    ),
  );

test('causes add up to what the month earns, and to what is left of it after cost and provision', () => {
  fc.assert(
    fc.property(fc.option(anyPosition), anyPosition, fc.constantFrom(null, 0, 2), (before, now, kept) => {
      const causes = monthCauses(before && { position: before, kept: null }, { position: now, kept });
      const reached = earning(now, kept);
      const costBefore = before === null ? 0 : earning(before, null).costOfRevenue;
      expect(sum(causes.map(({ earned }) => earned))).toBe(reached.earnedToDate - now.earned);
      expect(sum(causes.map(({ profit }) => profit))).toBe(
        reached.earnedToDate -
          now.earned -
          (reached.costOfRevenue - costBefore) -
          (reached.provisionToDate - now.provision),
      );
    }),
  );
});

test('what the run before earned of the same inputs has no cause', () => {
  fc.assert(
    fc.property(anyPosition, (now) => {
      const run = earning(now, null);
      const after = { ...now, earned: earnedBy(now), provision: run.provisionToDate };
      expect(monthCauses(standing(now), standing(after))).toEqual([]);
    }),
  );
});
