import type { IsoDate } from '../calendar/iso-date.ts';
import { groupedBy } from '../collections/grouped-by.ts';
import type { HourRates } from './hour-rates.ts';

/** Whom and what a rate holds for; what is left out holds for all. */
export interface RateScope {
  readonly project?: number | undefined;
  readonly client?: number | undefined;
  readonly employee?: number | undefined;
  readonly role?: string | undefined;
  readonly activity?: string | undefined;
}

/** A rate that holds from a day on, for a scope of one of the levels. Cost rates and bill rates are rules of their own. */
export interface RateRule extends RateScope {
  readonly id: number;
  readonly effectiveOn: IsoDate;
  readonly rates: HourRates;
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

/** Rules by whom and what they hold for, the latest first: hours are many, and each is looked up once a level. */
export type RateBook = ReadonlyMap<string, readonly RateRule[]>;

export function rateBook(rules: readonly RateRule[]): RateBook {
  const grouped = groupedBy(rules, scopeKey);
  return new Map(
    [...grouped].map(([key, of]) => [key, of.toSorted((one, other) => (one.effectiveOn < other.effectiveOn ? 1 : -1))]),
  );
}

/**
 * The rate of an hour: of the most specific level that has one, the latest effective on or before its day. Null where there is none: an
 * hour without a rate is an error, never free.
 */
export function appliedRate(book: RateBook, hour: WorkedHour): AppliedRate | null {
  return rateFinder(book)(hour);
}

/** The same for many hours of one book: what holds for somebody and their work is looked up once. */
export function rateFinder(book: RateBook): (hour: WorkedHour) => AppliedRate | null {
  const known = new Map<string, readonly LevelRule[]>();
  return (hour) => {
    const of = `${hour.project} ${hour.client} ${hour.employee} ${hour.role} / ${hour.activity}`;
    const rules = known.get(of) ?? rulesOf(book, hour);
    known.set(of, rules);
    const [first, ...others] = rules.filter(({ rule }) => rule.effectiveOn <= hour.day);
    return first === undefined ? null : { ...first, beaten: others.map(({ rule }) => rule) };
  };
}

type LevelRule = Omit<AppliedRate, 'beaten'>;

/** Every rule that holds for an hour on some day, the most specific level first. */
function rulesOf(book: RateBook, hour: WorkedHour): readonly LevelRule[] {
  return RATE_LEVELS.flatMap(({ name, scope }) => {
    const own = scopeOf(scope, hour);
    const rules = own === null ? [] : (book.get(scopeKey(own)) ?? []);
    return rules.map((rule) => ({ rule, level: name }));
  });
}

/** What of an hour a level tells rates apart by; null where the hour has none of it. */
function scopeOf(names: readonly (keyof RateScope)[], hour: WorkedHour): RateScope | null {
  const own = names.map((name) => [name, hour[name]] as const);
  return own.some(([, value]) => value === null) ? null : (Object.fromEntries(own) as RateScope);
}

/** A scope as one text: the same for scopes that hold for the same. */
export function sameScope(scope: RateScope): string {
  return scopeKey(scope);
}

/** Roles and activities are the same however they are written. */
function scopeKey({ project, client, employee, role, activity }: RateScope): string {
  return JSON.stringify([project, client, employee, role?.trim().toLowerCase(), activity?.trim().toLowerCase()]);
}

const NO_SCOPE: { readonly [N in keyof Required<RateScope>]: undefined } = {
  project: undefined,
  client: undefined,
  employee: undefined,
  role: undefined,
  activity: undefined,
};

/** The rules that hold for somebody wherever they work: their own, else those of their role, else the company's. */
export function usualRules(
  book: RateBook,
  { employee, role }: { readonly employee: number; readonly role: string },
): readonly RateRule[] {
  const scopes: readonly RateScope[] = [{ employee }, ...(role === '' ? [] : [{ role }]), {}];
  return scopes.map((scope) => book.get(scopeKey(scope)) ?? []).find((rules) => rules.length > 0) ?? [];
}

/** Rules of one scope and one day: which of them would apply could not be told. */
export function clashingRules(rules: readonly RateRule[]): readonly (readonly [RateRule, RateRule])[] {
  const seen = new Map<string, RateRule>();
  return rules.flatMap((rule) => {
    const key = `${scopeKey(rule)} ${rule.effectiveOn}`;
    const before = seen.get(key);
    seen.set(key, rule);
    return before === undefined ? [] : [[before, rule] as const];
  });
}
