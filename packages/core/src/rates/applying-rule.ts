import type { IsoDate } from '../calendar/iso-date.ts';
import type { Rate } from '../money/quantity.ts';

/** Whom and what a rate holds for; what is left out holds for all. */
export interface RateScope {
  readonly project?: number;
  readonly client?: number;
  readonly employee?: number;
  readonly role?: string;
  readonly activity?: string;
}

/** A rate that holds from a day on, for a scope of one of the levels. Cost rates and bill rates are rules of their own. */
export interface RateRule extends RateScope {
  readonly id: number;
  readonly effectiveOn: IsoDate;
  readonly rate: Rate;
}

/** An hour that was worked, as far as rates are told apart by it; null where it has none. */
export interface WorkedHour {
  readonly day: IsoDate;
  readonly project: number | null;
  readonly client: number | null;
  readonly employee: number;
  readonly role: string | null;
  readonly activity: string | null;
}

/** What rates may hold for, the most specific first. */
export const RATE_LEVELS = [
  { name: 'project and employee', scope: ['project', 'employee'] },
  { name: 'project and role', scope: ['project', 'role'] },
  { name: 'client and employee', scope: ['client', 'employee'] },
  { name: 'client and role', scope: ['client', 'role'] },
  { name: 'employee', scope: ['employee'] },
  { name: 'role and activity', scope: ['role', 'activity'] },
  { name: 'role', scope: ['role'] },
  { name: 'company', scope: [] },
] as const satisfies readonly { readonly name: string; readonly scope: readonly (keyof RateScope)[] }[];
export type RateLevel = (typeof RATE_LEVELS)[number]['name'];

export interface AppliedRate {
  readonly rule: RateRule;
  readonly level: RateLevel;
  /** Rules that hold for the hour as well and are less specific, or of an earlier day: in the order they would have applied. */
  readonly beaten: readonly RateRule[];
}

/** The level a scope is of; undefined where no rate may hold for it. */
export function rateLevel(scope: RateScope): RateLevel | undefined {
  const told = (Object.keys(NO_SCOPE) as (keyof RateScope)[]).filter((name) => scope[name] !== undefined);
  return RATE_LEVELS.find(
    ({ scope: names }) => names.length === told.length && names.every((name: keyof RateScope) => told.includes(name)),
  )?.name;
}

/**
 * The rate of an hour: of the most specific level that has one, the latest effective on or before its day. Null where there is none: an
 * hour without a rate is an error, never free.
 */
export function appliedRate(rules: readonly RateRule[], hour: WorkedHour): AppliedRate | null {
  const holding = rules
    .flatMap((rule) => {
      const level = rateLevel(rule);
      return level !== undefined && rule.effectiveOn <= hour.day && holdsFor(rule, hour) ? [{ rule, level }] : [];
    })
    .toSorted(
      (one, other) =>
        placeOf(one.level) - placeOf(other.level) || (one.rule.effectiveOn < other.rule.effectiveOn ? 1 : -1),
    );
  const [first, ...others] = holding;
  return first === undefined ? null : { ...first, beaten: others.map(({ rule }) => rule) };
}

const NO_SCOPE: { readonly [N in keyof Required<RateScope>]: undefined } = {
  project: undefined,
  client: undefined,
  employee: undefined,
  role: undefined,
  activity: undefined,
};

function holdsFor(rule: RateScope, hour: WorkedHour): boolean {
  return (Object.keys(NO_SCOPE) as (keyof RateScope)[]).every(
    (name) => rule[name] === undefined || rule[name] === hour[name],
  );
}

function placeOf(level: RateLevel): number {
  return RATE_LEVELS.findIndex(({ name }) => name === level);
}

/** Rules of one scope and one day: which of them would apply could not be told. */
export function clashingRules(rules: readonly RateRule[]): readonly (readonly [RateRule, RateRule])[] {
  const seen = new Map<string, RateRule>();
  return rules.flatMap((rule) => {
    const { project, client, employee, role, activity, effectiveOn } = rule;
    const key = JSON.stringify([project, client, employee, role, activity, effectiveOn]);
    const before = seen.get(key);
    seen.set(key, rule);
    return before === undefined ? [] : [[before, rule] as const];
  });
}
