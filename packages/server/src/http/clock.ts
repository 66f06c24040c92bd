import { dayNumber, isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { Clock } from './context.ts';

const DAY_MS = 86_400_000;

/** The machine's time, on the machine's day or on a day told: then time of day goes on and the day stays. */
export function clock(todayTold?: string): Clock {
  const told = todayTold === undefined ? undefined : isoDate(todayTold);
  return {
    now: () => (told === undefined ? Date.now() : dayNumber(told) * DAY_MS + (Date.now() % DAY_MS)),
    outside: () => Date.now(),
    today: () => told ?? localDay(),
    endOf: (day) => (told === undefined ? localEnd(day) : (dayNumber(day) + 1) * DAY_MS - 1),
  };
}

function localEnd(day: IsoDate): number {
  const [year = 0, month = 0, of = 0] = day.split('-').map(Number);
  return new Date(year, month - 1, of + 1).getTime() - 1;
}

function localDay(): IsoDate {
  const now = new Date();
  return isoDate(new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10));
}
