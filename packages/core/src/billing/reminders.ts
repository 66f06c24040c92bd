import { dayNumber, type IsoDate } from '../calendar/iso-date.ts';
import { sum, ZERO, type Cents } from '../money/cents.ts';

/** How a client is reminded of what is overdue, one step after the other. */
export const REMINDER_STEPS = [
  { step: 1, name: 'Reminder' },
  { step: 2, name: 'Second reminder' },
  { step: 3, name: 'Final notice' },
] as const;
export type ReminderStep = (typeof REMINDER_STEPS)[number]['step'];

export function reminderName(step: ReminderStep): string {
  return REMINDER_STEPS[step - 1]?.name ?? '';
}

/** An invoice is reminded of once it is overdue for so many days, and again after so many since the last reminder. */
const FIRST_AFTER_DAYS = 7;
const AGAIN_AFTER_DAYS = 14;

/** An open invoice, or what else a client owes. */
export interface OwedItem {
  readonly document: number;
  readonly number: string;
  readonly datedOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly open: Cents;
  /** The last reminder that named it; null where none did. */
  readonly reminded: { readonly step: ReminderStep; readonly on: IsoDate } | null;
}

/** What a client said that they will pay, and when it was said. */
export interface Promised {
  readonly on: IsoDate;
  readonly saidOn: IsoDate;
  readonly amount: Cents;
}

export interface NextReminder {
  readonly step: ReminderStep;
  /** All that is overdue: a reminder names every one. */
  readonly items: readonly OwedItem[];
  /** Whether it is time for it; before that somebody may still send it. */
  readonly isTime: boolean;
}

/** The reminder that comes next, of everything overdue; null where nothing is, or the final notice was sent of all of it. */
export function nextReminder(items: readonly OwedItem[], promised: Promised | null, day: IsoDate): NextReminder | null {
  const overdue = items.filter(({ dueOn, open }) => open > 0 && dueOn < day);
  const waits = overdue.filter(({ reminded }) => (reminded?.step ?? 0) < REMINDER_STEPS.length);
  if (waits.length === 0) return null;
  const highest = Math.max(...waits.map(({ reminded }) => reminded?.step ?? 0));
  const isPromised = promised !== null && promised.on >= day;
  return {
    step: (highest + 1) as ReminderStep,
    items: overdue,
    isTime: !isPromised && waits.some((item) => isTimeFor(item, highest, day)),
  };
}

function isTimeFor({ dueOn, reminded }: OwedItem, highest: number, day: IsoDate): boolean {
  const days = (from: IsoDate): number => dayNumber(day) - dayNumber(from);
  if (reminded === null) return highest === 0 && days(dueOn) >= FIRST_AFTER_DAYS;
  return reminded.step === highest && days(reminded.on) >= AGAIN_AFTER_DAYS;
}

export const PROMISE_STATES = ['waits', 'kept', 'not kept'] as const;
export type PromiseState = (typeof PROMISE_STATES)[number];

/** Whether a promise was kept by the day: what came in from the day it was made through the day it was for. */
export function promiseState(
  promised: Promised,
  received: readonly { on: IsoDate; amount: Cents }[],
  day: IsoDate,
): PromiseState {
  const came = sum([
    ZERO,
    ...received.filter(({ on }) => on >= promised.saidOn && on <= promised.on).map(({ amount }) => amount),
  ]);
  if (came >= promised.amount) return 'kept';
  return promised.on < day ? 'not kept' : 'waits';
}
