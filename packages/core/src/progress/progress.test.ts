import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { costCodeId, projectId } from '../ledger/ids.ts';
import { cents, ZERO } from '../money/cents.ts';
import { percent } from '../money/ratio.ts';
import { estimateAtCompletion, lineEstimate } from './estimate-at-completion.ts';
import { progress } from './progress.ts';
import type { ProjectPosition } from './project-position.ts';
import {
  changesAnything,
  mayRun,
  NO_RUN_COST,
  recognitionRow,
  recognized,
  releasedCost,
  type RunPolicy,
} from './recognition-run.ts';
import { position, PROJECT } from './position.test.sample.ts';
import { provisionToDate } from './revenue-earned.ts';

const POLICY: RunPolicy = { month: month('2027-03'), kept: null, forecastMonths: 1 };
const row = (of: ProjectPosition) => recognitionRow(of, NO_RUN_COST, POLICY);

describe('percentage of completion, worked by hand', () => {
  test('contract 812,000, cost 178,640 of 609,000: 29.3333 % and 238,186.67 earned', () => {
    const found = row(position({ contract: 812_000, cost: 178_640, budget: 609_000 }));
    expect(percent(found.progress.complete, 4)).toBe('29.3333');
    expect(found.earnedToDate).toBe(23_818_667);
    expect(found.provisionToDate).toBe(0);
  });

  test('a change that comes late is caught up by the next run', () => {
    // 1,000,000 for 700,000 cost, 420,000 incurred: 60 %, 600,000. Then +150,000 price, +120,000 cost: 420 of 820.
    const before = row(position({ contract: 1_000_000, cost: 420_000, budget: 700_000 }));
    expect(before.earnedToDate).toBe(60_000_000);
    const after = row(
      position({ contract: 1_150_000, cost: 420_000, budget: 820_000 }, { earned: before.earnedToDate }),
    );
    expect(after.earnedToDate).toBe(58_902_439);
    expect(earnedOf(recognized(after))).toBe(-1_097_561);
  });

  test('a losing contract shows its whole loss, and the provision melts as cost comes in', () => {
    // 980,000 for 1,064,000: 84,000 lost. At 532,000 cost, half: earned 490,000, shown 42,000, provided 42,000.
    const half = row(position({ contract: 980_000, cost: 532_000, budget: 1_064_000 }));
    expect(half.earnedToDate).toBe(49_000_000);
    expect(half.provisionToDate).toBe(4_200_000);
    const done = row(
      position(
        { contract: 980_000, cost: 1_064_000, budget: 1_064_000 },
        { earned: half.earnedToDate, provision: half.provisionToDate },
      ),
    );
    expect(done.earnedToDate).toBe(98_000_000);
    expect(recognized(done).lossProvision).toBe(-4_200_000);
  });

  test('no loss expected, no provision, however much profit shows so far', () => {
    expect(provisionToDate(ZERO, cents(100), cents(150))).toBe(0);
  });

  test('cost above the estimate: complete, revenue stops at the contract, and a warning asks for a forecast', () => {
    const found = row(
      position(
        { contract: 100_000, cost: 90_000, budget: 80_000 },
        { override: { month: month('2027-01'), amount: cents(8_000_000), reason: 'Told', approvedSince: ZERO } },
      ),
    );
    expect(found.progress).toMatchObject({ kind: 'over-estimate', overrun: 1_000_000 });
    expect(found.earnedToDate).toBe(10_000_000);
    expect(found.warnings.map(({ kind }) => kind)).toEqual(['cost-over-estimate']);
  });
});

describe('how far a project is', () => {
  test.each([
    { case: 'before any cost', of: position({ contract: 100, cost: 0, budget: 80 }), kind: 'not-begun', text: '0.00' },
    {
      case: 'without an estimate',
      of: position({ contract: 100, cost: 0, budget: 0 }),
      kind: 'no-estimate',
      text: '0.00',
    },
    { case: 'under way', of: position({ contract: 100, cost: 20, budget: 80 }), kind: 'under-way', text: '25.00' },
    {
      case: 'finished below its budget',
      of: position({ contract: 100, cost: 20, budget: 80 }, { stage: 'finished' }),
      kind: 'finished',
      text: '100.00',
    },
    {
      case: 'without a contract, measured all the same',
      of: position({ contract: 0, cost: 20, budget: 80 }),
      kind: 'no-contract',
      text: '25.00',
    },
    {
      case: 'proposed',
      of: position({ contract: 100, cost: 20, budget: 80 }, { stage: 'proposed' }),
      kind: 'no-contract',
      text: '25.00',
    },
    {
      case: 'before its start',
      of: position({ contract: 100, cost: 20, budget: 80 }, { stage: 'before its start' }),
      kind: 'no-contract',
      text: '25.00',
    },
    {
      case: 'cost of a cent, and nobody said what it will cost',
      of: position({ contract: 100_000, cost: 0.01, budget: 0 }, { lineEstimates: cents(1) }),
      kind: 'no-estimate',
      text: '0.00',
    },
    {
      case: 'at exactly its estimate',
      of: position({ contract: 100, cost: 80, budget: 80 }),
      kind: 'under-way',
      text: '100.00',
    },
    {
      case: 'a cent beyond its estimate',
      of: position({ contract: 100, cost: 80.01, budget: 80 }),
      kind: 'over-estimate',
      text: '100.00',
    },
    {
      case: 'cancelled',
      of: position({ contract: 100, cost: 20, budget: 80 }, { stage: 'cancelled' }),
      kind: 'cancelled',
      text: '100.00',
    },
    {
      case: 'not measured',
      of: position({ contract: 0, cost: 20, budget: 80 }, { project: { ...PROJECT, method: 'none' } }),
      kind: 'not-measured',
      text: '0.00',
    },
  ])('$case', ({ of, kind, text }) => {
    const found = progress(of, null);
    expect(found.kind).toBe(kind);
    expect(percent(found.complete)).toBe(text);
  });

  test('a company that keeps one decimal uses the kept one for revenue', () => {
    const found = recognitionRow(position({ contract: 812_000, cost: 178_640, budget: 609_000 }), NO_RUN_COST, {
      ...POLICY,
      kept: 1,
    });
    expect(found.earnedToDate).toBe(23_791_600);
  });
});

describe('the estimate at completion', () => {
  test.each([
    {
      case: 'line by line',
      of: position({ contract: 0, cost: 50, budget: 80 }, { lineEstimates: cents(8_500) }),
      estimate: 8_500,
    },
    {
      case: 'set by hand',
      of: position(
        { contract: 0, cost: 50, budget: 80 },
        { override: { month: month('2027-01'), amount: cents(9_900), reason: 'Told', approvedSince: ZERO } },
      ),
      estimate: 9_900,
    },
    {
      case: 'set by hand, and a change approved since',
      of: position(
        { contract: 0, cost: 50, budget: 80 },
        { override: { month: month('2027-01'), amount: cents(9_900), reason: 'Told', approvedSince: cents(1_200) } },
      ),
      estimate: 11_100,
    },
    {
      case: 'cancelled: what it cost',
      of: position({ contract: 0, cost: 50, budget: 80 }, { stage: 'cancelled' }),
      estimate: 5_000,
    },
    {
      case: 'finished: what it cost, whatever was set',
      of: position(
        { contract: 0, cost: 50, budget: 80 },
        {
          stage: 'finished',
          override: { month: month('2027-01'), amount: cents(9_900), reason: 'Told', approvedSince: ZERO },
        },
      ),
      estimate: 5_000,
    },
  ])('$case', ({ of, estimate }) => {
    expect(estimateAtCompletion(of)).toBe(estimate);
  });
});

describe('a line at completion', () => {
  const forecast = { estimate: cents(12_000), approvedSince: ZERO };
  test.each([
    { case: 'under budget', stand: { budget: 10_000, actual: 4_000, forecast: null }, estimate: 10_000 },
    {
      case: 'of a project that has ended',
      stand: { budget: 10_000, actual: 4_000, forecast: null },
      finished: true,
      estimate: 4_000,
    },
    { case: 'over budget', stand: { budget: 10_000, actual: 12_500, forecast: null }, estimate: 12_500 },
    {
      case: 'ordered beyond its budget',
      stand: { budget: 10_000, actual: 6_000, forecast: null },
      committed: 4_500,
      estimate: 10_500,
    },
    { case: 'forecast', stand: { budget: 10_000, actual: 4_000, forecast }, estimate: 12_000 },
    {
      case: 'forecast, and a change approved since',
      stand: { budget: 11_500, actual: 4_000, forecast: { ...forecast, approvedSince: cents(1_500) } },
      estimate: 13_500,
    },
    {
      case: 'forecast, and a budget raised to meet it',
      stand: { budget: 12_000, actual: 4_000, forecast },
      estimate: 12_000,
    },
    {
      case: 'forecast, and cost above it since',
      stand: { budget: 10_000, actual: 12_700, forecast },
      estimate: 12_000,
    },
  ])('$case', ({ stand, estimate, committed = 0, finished = false }) => {
    const amounts = { budget: cents(stand.budget), actual: cents(stand.actual), committed: cents(committed) };
    expect(lineEstimate({ ...stand, ...amounts, ended: finished })).toBe(estimate);
  });
});

describe('runs', () => {
  test('months are run once each, in order', () => {
    expect(mayRun(month('2027-03'), null, month('2027-03')).ok).toBe(true);
    expect(mayRun(month('2027-03'), month('2027-02'), month('2027-03')).ok).toBe(true);
    expect(mayRun(month('2027-03'), month('2027-01'), month('2027-03')).ok).toBe(true);
    expect(mayRun(month('2027-03'), month('2027-03'), month('2027-03'))).toMatchObject({
      ok: false,
      problems: [{ kind: 'month-already-run' }],
    });
    expect(mayRun(month('2027-02'), month('2027-03'), month('2027-03'))).toMatchObject({
      ok: false,
      problems: [{ kind: 'later-month-run' }],
    });
    expect(mayRun(month('2027-04'), month('2027-03'), month('2027-03'))).toMatchObject({
      problems: [{ at: 'month', kind: 'month-ahead', current: '2027-03' }],
    });
  });

  test('all cost held is released, and a second run right after changes nothing', () => {
    const coding = { project: projectId(1), phase: null, costCode: costCodeId(1), costType: 'labor' as const };
    const first = recognitionRow(
      position({ contract: 100, cost: 40, budget: 80 }),
      { ...NO_RUN_COST, held: [{ coding, amount: cents(4_000) }] },
      POLICY,
    );
    expect(releasedCost(first)).toBe(4_000);
    expect(changesAnything(first)).toBe(true);
    const again = recognitionRow(
      position({ contract: 100, cost: 40, budget: 80 }, { earned: first.earnedToDate }),
      NO_RUN_COST,
      POLICY,
    );
    expect(changesAnything(again)).toBe(false);
  });

  test('over a life revenue ends at the contract and profit at contract less cost, whatever came on the way', () => {
    const step = fc.record({
      cost: fc.integer({ min: 0, max: 40_000_000 }),
      contract: fc.integer({ min: -2_000_000, max: 5_000_000 }),
      estimate: fc.integer({ min: -3_000_000, max: 6_000_000 }),
    });
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 24 }), (steps) => {
        let now = position({ contract: 1_000_000, cost: 0, budget: 800_000 });
        for (const each of steps) {
          now = {
            ...now,
            contract: cents(Math.max(1, now.contract + each.contract)),
            lineEstimates: cents(Math.max(1, now.lineEstimates + each.estimate)),
            costToDate: cents(now.costToDate + each.cost),
          };
          const change = recognized(row(now));
          now = {
            ...now,
            earned: cents(now.earned + earnedOf(change)),
            provision: cents(now.provision + change.lossProvision),
          };
          const loss = Math.max(0, estimateAtCompletion(now) - now.contract);
          const shown = now.earned - now.costToDate - now.provision;
          if (loss > 0 && now.costToDate <= estimateAtCompletion(now)) expect(shown).toBe(-loss);
          expect(now.earned).toBeLessThanOrEqual(now.contract);
          expect(now.provision).toBeGreaterThanOrEqual(0);
        }
        now = { ...now, stage: 'finished' };
        const last = recognized(row(now));
        expect(now.earned + earnedOf(last)).toBe(now.contract);
        expect(now.earned + earnedOf(last) - now.costToDate - (now.provision + last.lossProvision)).toBe(
          now.contract - now.costToDate,
        );
      }),
    );
  });
});

function earnedOf({ earned }: ReturnType<typeof recognized>): number {
  return earned.reduce((all, { amount }) => all + amount, 0);
}
