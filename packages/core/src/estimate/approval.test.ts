import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { BOAT, GATE, SAMPLE } from '../documents/sample-catalog.test.sample.ts';
import { cents, sum } from '../money/cents.ts';
import { approval, type ApprovalOrder } from './approval.ts';
import { problemsOf } from '../problems/decision.ts';
import { billingPlan, type PlanRow } from './billing-plan.ts';
import { BLANK_ROW, type EstimateRow } from './estimate-sheet.ts';
import { readEstimate } from './read-estimate.ts';
import { scheduleOfValues, SCHEDULE_GROUPINGS } from './schedule-of-values.ts';

const DAY = isoDate('2027-03-01');
const DAYS = { near: DAY, order: 'month first' } as const;
const read = (rows: readonly Partial<EstimateRow>[], project = GATE) =>
  readEstimate(
    { usualMarkup: '', rows: rows.map((typed) => ({ ...BLANK_ROW, ...typed })) },
    { project, costCodes: SAMPLE.costCodes, workers: [], pricedOn: DAY },
  );
const order = (more: Partial<ApprovalOrder> = {}): ApprovalOrder => ({
  grouping: 'section',
  plan: [],
  effectiveOn: DAY,
  dayOrder: 'month first',
  ...more,
});
const plan = (...rows: readonly (readonly [string, string])[]): readonly PlanRow[] =>
  rows.map(([dueOn, share]) => ({ dueOn, text: '', share }));

const ESTIMATE = [
  { section: 'Gate', code: 'A/31-250', text: 'Stone', quantity: '10', unit: 't', unitCost: '50', price: '800' },
  { code: 'A/31-250', text: 'More stone', quantity: '2', unit: 't', unitCost: '60', price: '200' },
  { section: 'Crew', code: '31-100', text: 'Crew', quantity: '10', unit: 'h', unitCost: '40', price: '600' },
  { code: '31-100', text: 'Watch', quantity: '1', unit: 'day', cost: '100' },
  { section: 'Discount', text: 'For the trust', price: '-50' },
];

describe('approving', () => {
  test('makes the contract, a budget per coding, and a schedule that adds up to the contract', () => {
    const made = approval(read(ESTIMATE), GATE, order());
    if (!made.ok) throw new Error('refused');
    expect(made.value.contract).toBe(155_000);
    expect(
      made.value.budget.map(({ coding, quantity, unit, unitCost, cost, price }) => [
        coding.costType,
        quantity,
        unit,
        unitCost,
        cost,
        price,
      ]),
    ).toEqual([
      ['material', 120_000, 't', 516_667, 62_000, 100_000],
      ['labor', 0, '', 0, 50_000, 60_000],
    ]);
    expect(made.value.schedule.map(({ name, amount }) => ({ name, amount }))).toEqual([
      { name: 'Gate', amount: 100_000 },
      { name: 'Crew', amount: 60_000 },
      { name: 'Discount', amount: -5_000 },
    ]);
    expect(made.value.schedule.map(({ codings }) => codings.map(({ costType }) => costType))).toEqual([
      ['material'],
      ['labor'],
      [],
    ]);
  });

  test.each([
    {
      case: 'a line with cost and no code',
      rows: [{ section: 'A', cost: '5', price: '6' }],
      at: 'rows/0/code',
      kind: 'code-to-approve',
    },
    {
      case: 'a priced line in no section',
      rows: [{ code: '31-250', cost: '5', price: '6' }],
      at: 'rows/0/section',
      kind: 'section-to-approve',
    },
    {
      case: 'a cell that cannot be read',
      rows: [{ section: 'A', code: '31-250', cost: 'five' }],
      at: 'rows/0/cost',
      kind: 'unreadable-number',
    },
    { case: 'nothing at all', rows: [{}], at: 'rows', kind: 'nothing-entered' },
  ])('is refused for $case', ({ rows, at, kind }) => {
    expect(approval(read(rows), GATE, order())).toMatchObject({ ok: false, problems: [{ at, kind }] });
  });

  test('is refused where the plan does not add up, and says by how much', () => {
    const planned = approval(read(ESTIMATE), GATE, order({ plan: plan(['4/1', '50 %'], ['5/1', '700']) }));
    expect(planned).toMatchObject({ ok: false, problems: [{ kind: 'plan-off', price: 155_000, planned: 147_500 }] });
  });

  test('an internal project has a budget and nobody to pay for it', () => {
    const boat = [{ code: '31-250', cost: '500' }];
    expect(approval(read(boat, BOAT), BOAT, order())).toMatchObject({
      ok: true,
      value: { contract: 0, budget: [{ cost: 50_000 }] },
    });
    const priced = approval(read([{ code: '31-250', cost: '500', price: '1' }], BOAT), BOAT, order());
    expect(priced).toMatchObject({ ok: false, problems: [{ at: 'rows/0/price', kind: 'nobody-pays' }] });
  });
});

test('the schedule adds up to the price, grouped any way, and shows no line that costs and has no price', () => {
  const { lines } = read(ESTIMATE);
  for (const grouping of SCHEDULE_GROUPINGS) {
    const schedule = scheduleOfValues(lines, grouping, GATE);
    expect(sum(schedule.map(({ amount }) => amount)), grouping).toBe(155_000);
    expect(schedule.map(({ name }) => name)).not.toContain('Crew: Watch');
  }
  expect(scheduleOfValues(lines, 'phase', GATE).map(({ name }) => name)).toEqual(['A Earthwork', 'Project GATE']);
  expect(scheduleOfValues(lines, 'line', GATE)[1]).toMatchObject({ name: 'Gate: More stone', amount: 20_000 });
});

describe('a billing plan', () => {
  test.each([
    {
      case: 'thirds lose no cent',
      rows: plan(['3/31', '33.3333 %'], ['4/30', '33.3333 %'], ['5/31', '33.3334 %']),
      price: 100,
      amounts: [33, 33, 34],
    },
    {
      case: 'an amount and the rest in percent',
      rows: plan(['3/31', '40'], ['4/30', '60 %']),
      price: 10_000,
      amounts: [4_000, 6_000],
    },
    { case: 'in order of its days', rows: plan(['5/31', '70 %'], ['3/31', '30 %']), price: 1_000, amounts: [300, 700] },
    { case: 'none', rows: plan(['', '']), price: 1_000, amounts: [] },
    { case: 'of a deduction', rows: plan(['3/31', '100 %']), price: -500, amounts: [-500] },
  ])('$case', ({ rows, price, amounts }) => {
    expect(billsOf(rows, price)).toEqual(amounts);
  });

  test.each([
    { case: 'a day that is none', rows: plan(['13/45', '100 %']), at: 'plan/0/dueOn', kind: 'unreadable-day' },
    { case: 'no share', rows: plan(['3/31', '']), at: 'plan/0/share', kind: 'missing' },
    { case: 'a share that is none', rows: plan(['3/31', 'half']), at: 'plan/0/share', kind: 'unreadable-number' },
  ])('is refused for $case', ({ rows, at, kind }) => {
    expect(problemsOf(billingPlan(rows, cents(100), DAYS))).toContainEqual(expect.objectContaining({ at, kind }));
  });

  test('is the same whatever order its days are typed in; of one day the first typed comes first', () => {
    const rows = plan(['5/31', '10'], ['3/31', '20'], ['4/30', '30'], ['3/31', '40']);
    expect(billsOf(rows, 10_000)).toEqual([2_000, 4_000, 3_000, 1_000]);
  });

  test('passes blank rows over, and takes spaces for nothing', () => {
    expect(billsOf([{ dueOn: ' ', text: ' ', share: ' ' }, ...plan(['3/31', ' 100 % '])], 500)).toEqual([500]);
  });

  test('must come to the price, whether by percents or amounts', () => {
    const off = (rows: readonly PlanRow[]) => problemsOf(billingPlan(rows, cents(10_000), DAYS));
    expect(off(plan(['3/31', '50 %']))).toMatchObject([
      { at: 'plan', kind: 'plan-off', price: 10_000, planned: 5_000 },
    ]);
    expect(off(plan(['3/31', '50'], ['4/30', '60']))).toMatchObject([{ kind: 'plan-off', planned: 11_000 }]);
    expect(off(plan(['3/31', '100']))).toEqual([]);
  });

  test('beyond what can be added up is refused', () => {
    const most = (share: string, count: number) =>
      problemsOf(
        billingPlan(
          Array.from({ length: count }, () => ({ dueOn: '3/31', text: '', share })),
          cents(9e13),
          DAYS,
        ),
      );
    expect(most('900,000,000,000', 101)).toMatchObject([{ at: 'plan', kind: 'sum-too-large', of: 'the billing plan' }]);
    expect(most('900,000,000,000', 100)).toMatchObject([{ kind: 'plan-off' }]);
    expect(most('10,009 %', 1)).toMatchObject([{ kind: 'sum-too-large' }]);
  });

  test('whatever the percents that make a hundred, no cent is lost', () => {
    const parts = fc.array(fc.integer({ min: 1, max: 400_000 }), { minLength: 1, maxLength: 9 });
    fc.assert(
      fc.property(parts, fc.integer({ min: 1, max: 1_000_000_000 }), (weights, price) => {
        const before = weights.slice(0, -1).map((weight) => Math.min(weight, Math.floor(1_000_000 / weights.length)));
        const shares = [...before, 1_000_000 - before.reduce((total, each) => total + each, 0)];
        const rows = shares.map((share) => ({ dueOn: '3/31', text: '', share: `${(share / 10_000).toFixed(4)} %` }));
        expect(billsOf(rows, price).reduce((total, each) => total + each, 0)).toBe(price);
      }),
    );
  });
});

/** The amounts of a plan that is accepted. */
function billsOf(rows: readonly PlanRow[], price: number): readonly number[] {
  const decided = billingPlan(rows, cents(price), DAYS);
  if (!decided.ok) throw new Error(JSON.stringify(decided.problems));
  return decided.value.map(({ amount }) => amount);
}
