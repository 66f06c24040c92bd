import type { AddressInfo } from 'node:net';
import { dayNumber, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { app } from '@lowtide/server/app.ts';
import type { Books } from '@lowtide/server/database/open.ts';
import { pino } from 'pino';

/** The application's HTTP API, asked as any client would, on a day that can be set. */
export interface FrontDoor {
  readonly today: () => IsoDate;
  readonly setToday: (day: IsoDate) => Promise<void>;
  readonly ask: <T>(path: string) => Promise<T>;
  readonly order: <T>(method: 'POST' | 'PUT', path: string, body: unknown) => Promise<T>;
  readonly close: () => Promise<void>;
}

const HOUR = 3_600_000;

/** A clock that stands on a day from nine o'clock, a second later each time it is asked. */
export function demoClock(firstDay: IsoDate) {
  let day = firstDay;
  let moment = 0;
  return {
    today: () => day,
    now: () => dayNumber(day) * 24 * HOUR + 9 * HOUR + (moment += 1_000),
    outside: () => Date.now(),
    endOf: (of: IsoDate) => (dayNumber(of) + 1) * 24 * HOUR - 1,
    setToday: (next: IsoDate) => {
      day = next;
      moment = 0;
    },
  };
}

export async function openFrontDoor(books: Books, user: string, firstDay: IsoDate): Promise<FrontDoor> {
  const clock = demoClock(firstDay);
  const log = pino({ level: 'error' });
  const server = app({ books, clock, user, demo: true, log, web: null, requestsPerMinute: 10_000_000 }).listen(
    0,
    '127.0.0.1',
  );
  await new Promise((resolve) => server.once('listening', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  let orders = 0;
  let cookie = '';
  const answer = async <T>(response: Response, path: string): Promise<T> => {
    const [set] = response.headers.getSetCookie();
    if (set !== undefined) cookie = set.split(';')[0] ?? '';
    const text = await response.text();
    if (!response.ok) throw new Error(`${path} on ${clock.today()}: ${response.status} ${text.slice(0, 2_000)}`);
    return JSON.parse(text) as T;
  };
  return {
    today: clock.today,
    setToday: (day) => Promise.resolve(clock.setToday(day)),
    ask: async (path) => answer(await fetch(`${address}${path}`, { headers: { cookie } }), path),
    order: async (method, path, body) => {
      orders += 1;
      const headers = { 'content-type': 'application/json', 'idempotency-key': `demo-${orders}`, cookie };
      return answer(await fetch(`${address}${path}`, { method, headers, body: JSON.stringify(body) }), path);
    },
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}
