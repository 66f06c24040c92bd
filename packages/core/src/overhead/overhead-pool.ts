import { groupedBy } from '../collections/grouped-by.ts';
import type { CostCodeId } from '../ledger/ids.ts';
import { codingTo, type Coding, codingKey } from '../ledger/dimensions.ts';
import { allocation } from '../money/allocation.ts';
import { cents, difference, sum, type Cents } from '../money/cents.ts';
import { sumQuantity, unboundedExtension, type Quantity, type Rate, perUnit } from '../money/quantity.ts';
import { roundedQuotient } from '../money/ratio.ts';

/**
 * What overhead is applied by. Labor and direct cost have a rate of the pool; the overhead in the rates of hours and the rates of own
 * equipment are applied with the hours, and a pool only compares them with what was spent.
 */
export const OVERHEAD_BASES = ['labor hours', 'labor cost', 'direct cost', 'rates', 'equipment'] as const;
export type OverheadBase = (typeof OVERHEAD_BASES)[number];
export type AppliedByRun = 'labor hours' | 'labor cost' | 'direct cost';

/** Whether a run applies it, at a rate of the pool. */
export function isAppliedByRun(base: OverheadBase): base is AppliedByRun {
  return base === 'labor hours' || base === 'labor cost' || base === 'direct cost';
}

/** Base of a month on one phase and code of a project. */
export interface BaseSlice {
  readonly coding: Coding;
  readonly hours: Quantity;
  readonly laborCost: Cents;
  readonly directCost: Cents;
}

export interface AppliedOverhead {
  /** With the cost type overhead. */
  readonly coding: Coding;
  readonly amount: Cents;
}

/** The coding that overhead on a cost has: its project, phase and code as overhead, or one code of the project for all of the pool. */
export function overheadCoding(coding: Coding, onto: CostCodeId | null): Coding {
  return onto === null
    ? { ...coding, costType: 'overhead' }
    : codingTo({ project: coding.project, costCode: onto, costType: 'overhead' });
}

/** How a pool is applied by runs. */
export interface AppliedAt {
  readonly base: AppliedByRun;
  readonly rate: Rate;
  /** The cost code that takes all of it; null for the code of the cost it is applied by. */
  readonly onto: CostCodeId | null;
}

/** base × rate, rounded once: money for an hour, or percent of a cost; the rate in ten-thousandths. */
export function appliedTo(base: AppliedByRun, slice: Omit<BaseSlice, 'coding'>, of: Rate): Cents {
  switch (base) {
    case 'labor hours':
      return cents(unboundedExtension(slice.hours, of));
    case 'labor cost':
      return cents(roundedQuotient(slice.laborCost, of, 1_000_000));
    case 'direct cost':
      return cents(roundedQuotient(slice.directCost, of, 1_000_000));
  }
}

/**
 * What is still to be applied for a month: base × rate of each phase and code (of each project, where one code takes all), less what was applied there for the month before. Any
 * number of runs ends where one does, and what a correction takes from the base comes back.
 */
export function overheadToApply(
  { base, rate: of, onto }: AppliedAt,
  slices: readonly BaseSlice[],
  before: readonly AppliedOverhead[],
): readonly AppliedOverhead[] {
  const due = [...groupedBy(slices, ({ coding }) => codingKey(overheadCoding(coding, onto))).values()].flatMap(
    (own) => {
      const [first] = own;
      if (first === undefined) return [];
      const whole = {
        hours: sumQuantity(own.map(({ hours }) => hours)),
        laborCost: sum(own.map(({ laborCost }) => laborCost)),
        directCost: sum(own.map(({ directCost }) => directCost)),
      };
      return [{ coding: overheadCoding(first.coding, onto), amount: appliedTo(base, whole, of) }];
    },
  );
  const all = [...due, ...before.map(({ coding, amount }) => ({ coding, amount: difference(cents(0), amount) }))];
  return summedByCoding(all).filter(({ amount }) => amount !== 0);
}

/** Amounts of one coding as one, in order of codings. */
export function summedByCoding(applied: readonly AppliedOverhead[]): readonly AppliedOverhead[] {
  return [...groupedBy(applied, ({ coding }) => codingKey(coding)).values()]
    .flatMap((own) =>
      own[0] === undefined ? [] : [{ coding: own[0].coding, amount: sum(own.map((each) => each.amount)) }],
    )
    .toSorted((one, other) => inOrder(one.coding, other.coding));
}

function inOrder(one: Coding, other: Coding): number {
  return one.project - other.project || (one.phase ?? 0) - (other.phase ?? 0) || one.costCode - other.costCode;
}

/**
 * The difference of expense and applied, spread over the projects by what was applied to each, then within each over its codings, largest
 * remainder twice; nothing where what was applied comes to nothing.
 */
export function spreadDifference(
  amount: Cents,
  applied: readonly AppliedOverhead[],
  onto: CostCodeId | null,
): readonly AppliedOverhead[] {
  const charged = applied.map((each) => ({ ...each, coding: overheadCoding(each.coding, onto) }));
  const slices = summedByCoding(charged).filter((each) => each.amount > 0);
  const projects = [...groupedBy(slices, ({ coding }) => coding.project).values()];
  return sharesOf(
    amount,
    projects.map((own) => ({ own, amount: sum(own.map((each) => each.amount)) })),
  )
    .flatMap(({ own, share }) => sharesOf(share, own))
    .flatMap(({ coding, share }) => (share === 0 ? [] : [{ coding, amount: share }]));
}

function sharesOf<T extends { readonly amount: Cents }>(
  amount: Cents,
  parts: readonly T[],
): readonly (T & { readonly share: Cents })[] {
  if (parts.length === 0) return [];
  const shares = allocation(
    amount,
    parts.map((part) => part.amount),
  );
  return parts.map((part, place) => ({ ...part, share: shares[place] ?? cents(0) }));
}

/**
 * Expense of some months ÷ base of the same months: money for an hour, or percent, to four decimals. Null without a base.
 */
export function proposedRate(base: AppliedByRun, expense: Cents, of: Omit<BaseSlice, 'coding'>): Rate | null {
  const by = base === 'labor hours' ? of.hours : base === 'labor cost' ? of.laborCost : of.directCost;
  return by <= 0 ? null : perUnit(expense, by);
}
