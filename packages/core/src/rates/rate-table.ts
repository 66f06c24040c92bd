import { problemsOf } from '../problems/decision.ts';
import { accepted, listed, mapped, type Decision } from '../problems/decision.ts';
import type { RateBook, RateRule } from './applying-rule.ts';
import { appliedRate, rateBook, sameScope, type WorkedHour } from './applying-rule.ts';
import type { BuildUpRow } from './build-up-row.ts';
import { readRate, type RateBasis, type ReadRate } from './read-rate.ts';
import { hourKindOf, type PayKind } from './pay.ts';
import { sum, type Cents, cents } from '../money/cents.ts';
import { rate, sumQuantity, unboundedExtension, type Quantity } from '../money/quantity.ts';

/** A row of a table of rates, as typed; rows without anything are left out. */
export interface RateTableRow {
  readonly employee: string;
  readonly role: string;
  readonly activity: string;
  readonly project: string;
  readonly client: string;
  readonly effectiveOn: string;
  readonly rate: string;
  readonly note: string;
}

export const BLANK_RATE_ROW: RateTableRow = {
  ...{ employee: '', role: '', activity: '', project: '', client: '' },
  ...{ effectiveOn: '', rate: '', note: '' },
};

const NO_BUILD_UP: readonly BuildUpRow[] = [];

/** Every row of a table of rates, or what is wrong at its cells; two rows for the same from the same day are refused. */
export function readRateTable(
  side: 'cost' | 'bill',
  rows: readonly RateTableRow[],
  basis: RateBasis,
): Decision<readonly ReadRate[]> {
  const filled = rows.map((row, place) => ({ row, place })).filter(({ row }) => Object.values(row).some(isTyped));
  const seen = new Map<string, number>();
  return listed(
    filled.map(({ row, place }) => {
      const read = readRate({ ...row, side, buildUp: NO_BUILD_UP }, basis);
      if (!read.ok)
        return { ok: false, problems: problemsOf(read).map((each) => ({ ...each, at: `rows/${place}/${each.at}` })) };
      const key = JSON.stringify([sameScope(read.value.scope), read.value.effectiveOn]);
      const before = seen.get(key);
      seen.set(key, place);
      return before === undefined
        ? mapped(accepted(read.value), (value) => value)
        : { ok: false, problems: [{ at: `rows/${place}/effectiveOn`, kind: 'rate-typed-twice', row: before + 1 }] };
    }),
  );
}

function isTyped(cell: string): boolean {
  return cell.trim() !== '';
}

/** Hours somebody worked, or typed, that a rate applies to. */
export interface RatedHours extends WorkedHour {
  readonly pay: PayKind;
  readonly hours: Quantity;
}

/** Hours whose rate a change moves, and what they come to before and after. */
export interface RateEffect {
  readonly hours: Quantity;
  readonly before: Cents;
  readonly after: Cents;
}

/** The rules once others are added: one for the same and from the same day gives way. */
export function withAdded(rules: readonly RateRule[], added: readonly RateRule[]): readonly RateRule[] {
  const keys = new Set(added.map(ruleKey));
  return [...rules.filter((rule) => !keys.has(ruleKey(rule))), ...added];
}

function ruleKey(rule: RateRule): string {
  return JSON.stringify([sameScope(rule), rule.effectiveOn]);
}

/** What adding rules does to some hours; those whose rate stays are left out. */
export function rateEffect(
  rules: readonly RateRule[],
  added: readonly RateRule[],
  hours: readonly RatedHours[],
): RateEffect {
  const [before, after] = [rateBook(rules), rateBook(withAdded(rules, added))];
  const moved = hours.flatMap((each) => {
    const [was, is] = [costAt(before, each), costAt(after, each)];
    return was === is ? [] : [{ hours: each.hours, before: was, after: is }];
  });
  return {
    hours: sumQuantity(moved.map((each) => each.hours)),
    before: sum(moved.map((each) => each.before)),
    after: sum(moved.map((each) => each.after)),
  };
}

/** hours × rate, without the overhead where there is no project; nothing where no rate holds. */
function costAt(book: RateBook, worked: RatedHours): Cents {
  const applied = appliedRate(book, worked);
  if (applied === null) return cents(0);
  const { rate: loaded, overhead } = applied.rule.rates[hourKindOf(worked.pay)];
  return cents(unboundedExtension(worked.hours, worked.project === null ? rate(loaded - overhead) : loaded));
}
