import { dayNumber, dayOf, plusDays, type IsoDate } from '../calendar/iso-date.ts';
import { lastDay, monthAt, monthNumber, monthOf, type Month } from '../calendar/month.ts';
import { allocation } from '../money/allocation.ts';
import { cents, larger, sum, ZERO, type Cents } from '../money/cents.ts';

/** What happened, or is expected, for a project on a day. */
export interface MoneyEvent {
  readonly on: IsoDate;
  readonly billed?: Cents;
  readonly received?: Cents;
  readonly paid?: Cents;
  readonly cost?: Cents;
}

/** To the end of a month. */
export interface MoneyMonth {
  readonly month: Month;
  readonly billed: Cents;
  readonly received: Cents;
  readonly paid: Cents;
  readonly cost: Cents;
  /** Received − paid: below zero the company lends its client. */
  readonly net: Cents;
}

/** The most that was lent, and its day; null where nothing was. */
export interface LowestPoint {
  readonly on: IsoDate;
  readonly net: Cents;
}

/** Month by month to date, and the lowest net of any day; a month without anything repeats the one before. */
export function projectMoney(events: readonly MoneyEvent[]): {
  readonly months: readonly MoneyMonth[];
  readonly lowest: LowestPoint | null;
} {
  const inOrder = events.toSorted((one, other) => (one.on < other.on ? -1 : one.on > other.on ? 1 : 0));
  const [first] = inOrder;
  const last = inOrder.at(-1);
  if (first === undefined || last === undefined) return { months: [], lowest: null };
  const months: MoneyMonth[] = [];
  let place = 0;
  let before = { billed: ZERO, received: ZERO, paid: ZERO, cost: ZERO };
  for (let number = monthNumber(monthOf(first.on)); number <= monthNumber(monthOf(last.on)); number += 1) {
    const end = lastDay(monthAt(number));
    for (let event = inOrder[place]; event !== undefined && event.on <= end; event = inOrder[place]) {
      before = added(before, event);
      place += 1;
    }
    months.push({ month: monthAt(number), ...before, net: cents(before.received - before.paid) });
  }
  return { months, lowest: lowestOf(inOrder) };
}

type ToDate = Omit<MoneyMonth, 'month' | 'net'>;

function added(to: ToDate, { billed = ZERO, received = ZERO, paid = ZERO, cost = ZERO }: MoneyEvent): ToDate {
  return {
    ...{ billed: cents(to.billed + billed), received: cents(to.received + received) },
    ...{ paid: cents(to.paid + paid), cost: cents(to.cost + cost) },
  };
}

/** The lowest of received − paid at the end of any day, the first of equal ones. */
function lowestOf(inOrder: readonly MoneyEvent[]): LowestPoint | null {
  let net = 0;
  let lowest: LowestPoint | null = null;
  inOrder.forEach(({ on, received = ZERO, paid = ZERO }, place) => {
    net += received - paid;
    const isDayOver = inOrder[place + 1]?.on !== on;
    if (isDayOver && net < (lowest?.net ?? 0)) lowest = { on, net: cents(net) };
  });
  return lowest;
}

/** What a client would have to pay ahead so that the company never lends it anything. */
export function depositToAvoid(lowest: LowestPoint | null): Cents {
  return lowest === null ? ZERO : cents(-lowest.net);
}

/** A receipt of an invoice: how many days after it was due, and how much. */
export interface PaidAfterDue {
  readonly days: number;
  readonly amount: Cents;
}

/** How a client really pays: the median of days from due day to receipt, receipts by amount; 0 where nothing was paid yet. */
export function usualDelay(paid: readonly PaidAfterDue[]): number {
  const inOrder = paid.filter(({ amount }) => amount > 0).toSorted((one, other) => one.days - other.days);
  const half = sum([ZERO, ...inOrder.map(({ amount }) => amount)]) / 2;
  let so = 0;
  for (const { days, amount } of inOrder) {
    so += amount;
    if (so >= half) return days;
  }
  return 0;
}

/** What is known of a project's months to come. */
export interface Expecting {
  /** The day from which it is looked ahead. */
  readonly from: IsoDate;
  readonly open: readonly { readonly dueOn: IsoDate; readonly open: Cents }[];
  /** Items of the billing plan that are not billed yet; those of the past are expected to be billed now. */
  readonly planned: readonly { readonly dueOn: IsoDate; readonly amount: Cents }[];
  readonly termsDays: number;
  readonly delay: number;
  readonly costToComplete: Cents;
  /** Null or past: cost comes in the next month. */
  readonly targetEndOn: IsoDate | null;
}

/** Suppliers are paid so many days after their cost, where nothing else is known. */
const PAID_AFTER_DAYS = 30;

/**
 * What is expected: open invoices as the client really pays, the plan's items billed on their day and paid likewise, and the cost to
 * complete spread evenly by day to the target end, paid thirty days later.
 */
export function expectedMoney(of: Expecting): readonly MoneyEvent[] {
  const notBefore = (day: IsoDate): IsoDate => (day > of.from ? day : plusDays(of.from, 1));
  return [
    ...of.open.map(({ dueOn, open }) => ({ on: notBefore(plusDays(dueOn, of.delay)), received: open })),
    ...of.planned.flatMap(({ dueOn, amount }): readonly MoneyEvent[] => {
      const on = notBefore(dueOn);
      return [
        { on, billed: amount },
        { on: plusDays(on, Math.max(0, of.termsDays + of.delay)), received: amount },
      ];
    }),
    ...costToCome(of),
  ];
}

function costToCome({ from, costToComplete, targetEndOn }: Expecting): readonly MoneyEvent[] {
  const cost = larger(costToComplete, ZERO);
  if (cost === 0) return [];
  const next = lastDay(monthAt(monthNumber(monthOf(from)) + 1));
  const end = targetEndOn !== null && targetEndOn > from ? targetEndOn : next;
  const months = monthsBetween(plusDays(from, 1), end);
  const shares = allocation(
    cost,
    months.map(({ days }) => days),
  );
  return months.flatMap(({ on }, place): readonly MoneyEvent[] => {
    const share = shares[place] ?? ZERO;
    return [
      { on, cost: share },
      { on: plusDays(on, PAID_AFTER_DAYS), paid: share },
    ];
  });
}

/** The last day of each month from a day through another, with how many of the days lie in it. */
function monthsBetween(from: IsoDate, through: IsoDate): readonly { readonly on: IsoDate; readonly days: number }[] {
  const parts: { on: IsoDate; days: number }[] = [];
  for (let day = dayNumber(from); day <= dayNumber(through);) {
    const end = Math.min(dayNumber(lastDay(monthOf(dayOf(day)))), dayNumber(through));
    parts.push({ on: dayOf(end), days: end - day + 1 });
    day = end + 1;
  }
  return parts;
}
