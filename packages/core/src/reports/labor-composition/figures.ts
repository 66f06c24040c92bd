import { allocation } from '../../money/allocation.ts';
import { cents, difference, sum, type Cents } from '../../money/cents.ts';
import {
  builtRate,
  PART_GROUPS,
  partRate,
  type HourKind,
  type PartGroup,
  type RatePart,
} from '../../rates/build-up.ts';

/** What labor costs are made up of; `not told` where a rate is a figure alone. */
export type LaborParts = Readonly<Record<PartGroup | 'notTold', Cents>>;

/** Cost of hours that were posted at one rate. */
export interface CostAtRate {
  readonly cost: Cents;
  /** Of the cost, the overhead in it. */
  readonly overhead: Cents;
  readonly hour: HourKind;
  /** What the rate is made up of; null where nobody told. */
  readonly parts: readonly RatePart[] | null;
}

const NONE: LaborParts = {
  ...{ wage: cents(0), taxes: cents(0), insurance: cents(0), benefits: cents(0), overhead: cents(0) },
  notTold: cents(0),
};

/**
 * Splits the cost of hours over the parts of their rate, by what each adds to an hour, so that the parts add up to the cost: overhead is
 * what was posted as overhead, the rest is shared by largest remainder.
 */
export function laborParts({ cost, overhead, hour, parts }: CostAtRate): LaborParts {
  const paid = difference(cost, overhead);
  const built = parts === null ? [] : builtRate(parts, hour).parts;
  const groups = PART_GROUPS.filter((group) => group !== 'overhead');
  const weights = groups.map((group) =>
    built.filter(({ part }) => part.group === group).reduce((total, part) => total + partRate(part), 0),
  );
  if (weights.every((weight) => weight === 0)) return { ...NONE, overhead, notTold: paid };
  const shares = allocation(paid, weights);
  return {
    ...NONE,
    ...Object.fromEntries(groups.map((group, place) => [group, shares[place] ?? cents(0)])),
    overhead,
  };
}

export const LABOR_PART_NAMES = [...PART_GROUPS, 'notTold'] as const;

/** Part by part, added up. */
export function addedParts(all: readonly LaborParts[]): LaborParts {
  return Object.fromEntries(LABOR_PART_NAMES.map((name) => [name, sum(all.map((parts) => parts[name]))])) as Record<
    keyof LaborParts,
    Cents
  >;
}
