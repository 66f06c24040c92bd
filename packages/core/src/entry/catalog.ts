import type { IsoDate } from '../calendar/iso-date.ts';
import { firstDay, monthOf, plusMonths, type Month } from '../calendar/month.ts';
import type { Account } from '../ledger/account.ts';
import type { CostType } from '../ledger/cost-type.ts';
import type { CostCodeId, EmployeeId, PartyId } from '../ledger/ids.ts';
import type { Project } from '../ledger/project.ts';
import type { TaxCode } from '../ledger/tax-code.ts';
import type { Cents } from '../money/cents.ts';
import type { Rate } from '../money/quantity.ts';
import type { Problem, Subject } from '../problems/problem.ts';
import type { LineStand } from '../progress/estimate-at-completion.ts';
import type { Roles } from '../posting/roles.ts';

/** Whatever people name by a code or a part of its name. */
export interface Named {
  readonly code: string;
  readonly name: string;
}

export interface Supplier extends Named {
  readonly id: PartyId;
  /** Largest bill so far and how many there were: what "usual" means for this supplier. */
  readonly bills: number;
  readonly largestBill: Cents;
}

export interface CostCode extends Named {
  readonly id: CostCodeId;
  /** What this kind of work usually is; null for a heading. */
  readonly costType: CostType | null;
}

export interface Employee extends Named {
  readonly id: EmployeeId;
  /** Loaded cost rates, any order. */
  readonly rates: readonly { readonly effectiveOn: IsoDate; readonly rate: Rate }[];
}

/** What reading a typed sheet needs to know of the books. */
export interface Catalog {
  readonly workingMonth: Month;
  /** The last locked month; null when none is. */
  readonly lockedThrough: Month | null;
  readonly roles: Roles;
  readonly accounts: readonly Account[];
  readonly suppliers: readonly Supplier[];
  readonly employees: readonly Employee[];
  readonly projects: readonly Project[];
  readonly costCodes: readonly CostCode[];
  readonly taxCodes: readonly TaxCode[];
  /** By `codingKey`; of the projects the sheet names. */
  readonly budgets: ReadonlyMap<string, LineStand>;
  /** `supplier/number in lower case` of every bill that counts. */
  readonly billNumbers: ReadonlySet<string>;
}

export type Found<T> =
  | { readonly kind: 'found'; readonly value: T }
  | { readonly kind: 'unknown' }
  | { readonly kind: 'ambiguous'; readonly among: readonly string[] };

/** Finds by exact code, then exact name, then the one whose code or name begins with the text. Case does not matter. */
export function found<T extends Named>(list: readonly T[], typed: string): Found<T> {
  const text = typed.trim().toLowerCase();
  const exact =
    list.find(({ code }) => code.toLowerCase() === text) ?? list.find(({ name }) => name.toLowerCase() === text);
  if (exact) return { kind: 'found', value: exact };
  const beginning = list.filter(
    ({ code, name }) => code.toLowerCase().startsWith(text) || name.toLowerCase().startsWith(text),
  );
  const only = beginning[0];
  if (beginning.length === 1 && only) return { kind: 'found', value: only };
  if (beginning.length === 0) return { kind: 'unknown' };
  return { kind: 'ambiguous', among: beginning.slice(0, 4).map(({ code, name }) => `${code} ${name}`) };
}

/** The same, adding a problem at the field where nothing is found. Empty text is the caller's to judge. */
export function lookUp<T extends Named>(
  list: readonly T[],
  cell: { readonly typed: string; readonly at: string; readonly subject: Subject },
  problems: Problem[],
): T | undefined {
  const { typed, at, subject } = cell;
  const result = found(list, typed);
  if (result.kind === 'found') return result.value;
  problems.push(
    result.kind === 'unknown'
      ? { at, kind: 'unknown-code', subject, typed }
      : { at, kind: 'ambiguous-code', subject, typed, among: result.among },
  );
  return undefined;
}

export function firstOpenDay(lockedThrough: Month): IsoDate {
  return firstDay(plusMonths(lockedThrough, 1));
}

/** Refuses a day in a locked month. */
export function monthProblems(day: IsoDate, lockedThrough: Month | null, at: string): readonly Problem[] {
  const month = monthOf(day);
  if (lockedThrough === null || month > lockedThrough) return [];
  return [{ at, kind: 'month-locked', month, firstOpenDay: firstOpenDay(lockedThrough) }];
}

/** The rate valid on the day: the latest effective on or before it. */
export function rateOn(employee: Employee, day: IsoDate): Rate | undefined {
  const valid = employee.rates.filter(({ effectiveOn }) => effectiveOn <= day);
  return valid.sort((one, other) => (one.effectiveOn < other.effectiveOn ? 1 : -1))[0]?.rate;
}
