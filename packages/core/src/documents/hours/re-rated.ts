import { mondayOf, plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { difference, sum, type Cents, cents } from '../../money/cents.ts';
import { tenThousandths } from '../../money/dollars.ts';
import { quantity, rate, sumQuantity, unboundedExtension, type Quantity, type Rate } from '../../money/quantity.ts';
import { appliedRate, type RateBook } from '../../rates/applying-rule.ts';
import { rowsInSheets, type HoursRow, type HoursSheet } from './form.ts';
import { hourKindOf, type PayKind } from '../../rates/pay.ts';

/** Posted hours of somebody on a day and on one work, at one rate, as codes are typed. */
export interface HoursAtRate {
  readonly workedOn: IsoDate;
  readonly employee: { readonly id: number; readonly code: string; readonly role: string | null };
  /** Null without a project. */
  readonly project: { readonly id: number; readonly code: string; readonly client: number | null } | null;
  /** Code or `phase/code`. */
  readonly coding: string;
  readonly costType: string;
  readonly pay: PayKind;
  readonly activity: string;
  readonly billable: boolean;
  readonly hours: Quantity;
  readonly cost: Cents;
  readonly rate: Rate;
}

/** Hours of a day and work whose cost is another at the rates of now. */
export interface ReRatedHours extends Omit<HoursAtRate, 'rate'> {
  readonly after: Cents;
}

/**
 * Of posted hours those that another rate applies to now: all of a person's hours of the day, work and pay together. Hours that net to
 * nothing, or cost the same, stay as they are.
 */
export function reRatedHours(posted: readonly HoursAtRate[], book: RateBook): readonly ReRatedHours[] {
  return [...groupedBy(posted, workKey).values()].flatMap((own) => {
    const [first] = own;
    if (first === undefined) return [];
    const hours = sumQuantity(own.map((each) => each.hours));
    const now = rateNow(first, book);
    if (hours <= 0 || now === null || own.every((each) => each.hours === 0 || each.rate === now)) return [];
    const cost = sum(own.map((each) => each.cost));
    const after = cents(unboundedExtension(hours, now));
    return after === cost ? [] : [{ ...first, hours, cost, after }];
  });
}

type Work = Pick<
  HoursAtRate,
  'workedOn' | 'employee' | 'project' | 'coding' | 'costType' | 'pay' | 'activity' | 'billable'
>;

function workKey({ workedOn, employee, project, coding, costType, pay, activity, billable }: Work): string {
  return [workedOn, employee.id, project?.id ?? '', coding, costType, pay, activity, billable].join(' ');
}

function rateNow({ workedOn, employee, project, activity, pay }: HoursAtRate, book: RateBook): Rate | null {
  const applied = appliedRate(book, {
    ...{ day: workedOn, employee: employee.id, role: employee.role, activity: activity || null },
    ...{ project: project?.id ?? null, client: project?.client ?? null },
  });
  if (applied === null) return null;
  const { rate: loaded, overhead } = applied.rule.rates[hourKindOf(pay)];
  return project === null ? rate(loaded - overhead) : loaded;
}

/** The weeks that take the hours back and have them once more, week by week: a minus and a plus on rows of their own. */
export function reRatingSheets(reRated: readonly ReRatedHours[]): readonly HoursSheet[] {
  const weeks = groupedBy(reRated, ({ workedOn }) => mondayOf(workedOn));
  return [...weeks]
    .toSorted(([one], [other]) => (one < other ? -1 : 1))
    .flatMap(([weekOn, own]) => {
      const works = [...groupedBy(own, (each) => workKey({ ...each, workedOn: weekOn })).values()];
      const pairs = works.flatMap((work) => [rowsOf(work, weekOn, -1), rowsOf(work, weekOn, 1)].flat());
      return rowsInSheets(pairs).map((rows) => ({ kind: 'hours' as const, weekOn, rows: [...rows] }));
    });
}

/** A row of one person's work with its days; nothing of none. */
function rowsOf(work: readonly ReRatedHours[], weekOn: IsoDate, sign: 1 | -1): readonly HoursRow[] {
  const [of] = work;
  return of === undefined ? [] : [rowOf(of, daysOf(work, weekOn, sign))];
}

function daysOf(work: readonly ReRatedHours[], weekOn: IsoDate, sign: 1 | -1): string[] {
  return Array.from({ length: 7 }, (_, day) => {
    const on = work.find(({ workedOn }) => workedOn === plusDays(weekOn, day));
    if (on === undefined) return '';
    return tenThousandths(quantity(sign * on.hours))
      .replace(/,/g, '')
      .replace('−', '-');
  });
}

function rowOf(of: ReRatedHours, days: string[]): HoursRow {
  return {
    ...{ employee: of.employee.code, project: of.project?.code ?? '', code: of.coding, costType: of.costType },
    days,
    ...{ pay: of.pay === 'regular' ? '' : of.pay, activity: of.activity, text: 'Re-rated' },
    billable: of.project === null || of.billable ? '' : 'no',
  };
}

/** What re-rating adds to cost. */
export function addedByReRating(reRated: readonly ReRatedHours[]): Cents {
  return sum(reRated.map(({ after, cost }) => difference(after, cost)));
}
