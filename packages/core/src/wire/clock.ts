import { z } from 'zod';
import type { ClockLine } from '../documents/hours/clock.ts';
import type { Endpoints } from './endpoint.ts';
import { Again, ById, Day, Done, Id, Remark, Typed } from '../shapes/values.ts';

const Line = z.strictObject({
  ...{ badge: Typed, in: Typed, out: Typed, project: Typed, code: Typed },
}) satisfies z.ZodType<ClockLine>;

/** A file of a time clock: badge, in, out, project, code; moments as `2027-03-22T07:00`. */
export const ClockFile = z.strictObject({ name: z.string().max(200), csv: z.string().max(5_000_000), again: Again });
const Draft = z.object({ id: Id, title: z.string(), rows: z.int() });
/** What could be used waits as weeks of hours to be looked at and posted; the rest waits with its reasons. */
export const ClockTaken = z.object({ drafts: z.array(Draft), used: z.int(), waiting: z.int() });

export const ClockEntries = z.object({
  rows: z.array(Line.extend({ id: Id, file: z.string(), problems: z.array(Remark) })),
});
export const ClockWeek = z.strictObject({ weekOn: Day });
export const ClockDelivered = z.object({ name: z.string(), csv: z.string() });

// One a line.
// prettier-ignore
export const CLOCK_ENDPOINTS = {
  takeClock: { method: 'post', path: '/clock-files', may: 'keep-books', summary: 'Import a file of a time clock: weeks that wait, and a list of what cannot be used', body: ClockFile, response: ClockTaken, makesStale: ['drafts', 'timesheets'] },
  clockEntries: { method: 'get', path: '/clock-entries', may: 'keep-books', summary: 'Entries of a time clock that cannot be used, with their reasons', response: ClockEntries, reads: ['timesheets', 'records'] },
  correctClock: { method: 'put', path: '/clock-entries/{id}', may: 'keep-books', summary: 'Correct an entry; usable, it waits on a week of hours', params: ById, body: Line, response: ClockTaken, makesStale: ['drafts', 'timesheets'] },
  dropClock: { method: 'delete', path: '/clock-entries/{id}', may: 'keep-books', summary: 'Drop an entry of a time clock', params: ById, response: Done, makesStale: ['timesheets'] },
  clock: { method: 'post', path: '/stand-ins/time-clock', may: 'keep-books', summary: 'Demo: a simulated time clock delivers a week', body: ClockWeek, response: ClockDelivered, makesStale: [] },
} as const satisfies Endpoints;
