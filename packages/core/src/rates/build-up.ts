import type { Cents } from '../money/cents.ts';
import { rate, type Quantity, type Rate } from '../money/quantity.ts';
import type { Ratio } from '../money/ratio.ts';
import { invariant } from '../invariant.ts';

/** What a part pays for; labor cost is reported by these. */
export const PART_GROUPS = ['wage', 'taxes', 'insurance', 'benefits', 'overhead'] as const;
export type PartGroup = (typeof PART_GROUPS)[number];

interface NamedPart {
  readonly name: string;
  readonly group: PartGroup;
}

/**
 * One part of what an hour costs. Those that follow the wage rise with it in overtime; the others are the same in any hour. A part that
 * is no amount per hour names what it is divided by.
 */
export type RatePart = NamedPart &
  (
    | { readonly kind: 'wage'; readonly perHour: Rate }
    /** A salary of a year or a month over the hours worked for it: paid hours less leave and holidays. */
    | { readonly kind: 'salary'; readonly paid: Cents; readonly productiveHours: Quantity }
    /** Of the wage: an employer's tax, an insurance. */
    | { readonly kind: 'of-wage'; readonly share: Ratio; readonly ceiling: Ceiling }
    | { readonly kind: 'per-hour'; readonly perHour: Rate }
    /** An amount of a month or a year over the hours of the same, such as a bill for all heads or one person's benefits. */
    | { readonly kind: 'per-period'; readonly paid: Cents; readonly heads: number; readonly hours: Quantity }
  );

/** Up to which wage of a year a share is paid, and how an hour's rate is averaged over it. */
export type Ceiling =
  /** None, or the full share in every hour: payroll has the truth, the true-up the difference. */
  | { readonly kind: 'none' }
  | { readonly kind: 'averaged'; readonly yearlyCeiling: Cents; readonly expectedYearlyWage: Cents };

/** How an hour is paid. */
export const HOUR_KINDS = {
  regular: { numerator: 1, denominator: 1 },
  overtime: { numerator: 3, denominator: 2 },
  double: { numerator: 2, denominator: 1 },
} as const satisfies Readonly<Record<string, Ratio>>;
export type HourKind = keyof typeof HOUR_KINDS;
export const HOUR_KIND_NAMES = Object.keys(HOUR_KINDS) as [HourKind, ...HourKind[]];

export interface BuiltRate {
  /** What each part adds to an hour, in order, not rounded: ten-thousandths of a currency unit as fractions. */
  readonly parts: readonly BuiltPart[];
  /** Their sum, rounded once, half away from zero. */
  readonly rate: Rate;
}

export interface BuiltPart {
  readonly part: RatePart;
  readonly adds: Fraction;
}

/** Exact, whatever it is divided by; the denominator above zero. */
export interface Fraction {
  readonly numerator: bigint;
  readonly denominator: bigint;
}

/** What an hour costs, part by part. Overtime and double time raise the wage and what follows it, and nothing else. */
export function builtRate(parts: readonly RatePart[], hour: HourKind = 'regular'): BuiltRate {
  const wage = sumOf(parts.map(wageOf));
  const paid = HOUR_KINDS[hour];
  const built = parts.map((part) => ({
    part,
    adds: followsWage(part)
      ? times(addedBy(part, wage), fraction(paid.numerator, paid.denominator))
      : addedBy(part, wage),
  }));
  return { parts: built, rate: rate(rounded(sumOf(built.map(({ adds }) => adds)))) };
}

/** Whether it rises with the wage in overtime. */
export function followsWage({ kind }: RatePart): boolean {
  return kind === 'wage' || kind === 'salary' || kind === 'of-wage';
}

/** The part rounded to four decimals, for people; parts that are shown rounded need not add up to the rate. */
export function partRate({ adds }: BuiltPart): Rate {
  return rate(rounded(adds));
}

const NOTHING: Fraction = { numerator: 0n, denominator: 1n };
/** Minor units in ten-thousandths of a currency unit. */
const OF_CENT = 100;
const OF_HOUR = 10_000;

function wageOf(part: RatePart): Fraction {
  if (part.kind === 'wage') return fraction(part.perHour, 1);
  if (part.kind !== 'salary') return NOTHING;
  invariant(part.productiveHours > 0, 'a salary is paid for some hours');
  return times(fraction(part.paid, 1), fraction(OF_CENT * OF_HOUR, part.productiveHours));
}

function addedBy(part: RatePart, wage: Fraction): Fraction {
  switch (part.kind) {
    case 'wage':
    case 'salary':
      return wageOf(part);
    case 'of-wage':
      return times(times(wage, fraction(part.share.numerator, part.share.denominator)), belowCeiling(part.ceiling));
    case 'per-hour':
      return fraction(part.perHour, 1);
    case 'per-period': {
      invariant(part.heads > 0 && part.hours > 0, 'an amount of a period is divided by heads and hours above zero');
      return times(fraction(part.paid, part.heads), fraction(OF_CENT * OF_HOUR, part.hours));
    }
  }
}

/** The share of a year's wage that is below the ceiling; all of it where the year's wage is. */
function belowCeiling(ceiling: Ceiling): Fraction {
  if (ceiling.kind === 'none') return fraction(1, 1);
  const { yearlyCeiling, expectedYearlyWage } = ceiling;
  if (expectedYearlyWage <= yearlyCeiling) return fraction(1, 1);
  return fraction(yearlyCeiling, expectedYearlyWage);
}

function fraction(numerator: number, denominator: number): Fraction {
  return { numerator: BigInt(numerator), denominator: BigInt(denominator) };
}

function times(one: Fraction, other: Fraction): Fraction {
  return { numerator: one.numerator * other.numerator, denominator: one.denominator * other.denominator };
}

function sumOf(all: readonly Fraction[]): Fraction {
  return all.reduce(
    (sum, each) => ({
      numerator: sum.numerator * each.denominator + each.numerator * sum.denominator,
      denominator: sum.denominator * each.denominator,
    }),
    NOTHING,
  );
}

/** To a whole number, half away from zero. */
function rounded({ numerator, denominator }: Fraction): number {
  const size = numerator < 0n ? -numerator : numerator;
  const whole = (2n * size + denominator) / (2n * denominator);
  return Number(numerator < 0n ? -whole : whole);
}
