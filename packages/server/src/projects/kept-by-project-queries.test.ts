import type { EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { ENDPOINTS } from '@lowtide/core/wire/endpoints.ts';
import { handlers } from '../app.ts';
import { clock } from '../http/clock.ts';
import fc from 'fast-check';
import { sql } from 'kysely';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { anyHistory } from '../happening.test.support.ts';
import { LivedHistory } from '../history.test.support.ts';
import { openApp, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 5);

let template: TestApp;
beforeAll(async () => {
  template = await openApp();
  await setUpSmallCompany(template);
  await sql`PRAGMA wal_checkpoint(TRUNCATE)`.execute(template.books.writer);
});
afterAll(() => template.close());

const PAGES: readonly EndpointName[] = [
  ...(['projects', 'wip-schedule', 'portfolio', 'estimate-against-actual', 'deadlines'] as const),
  ...(['billable', 'recognition', 'recognitionState'] as const),
];

/** A page as the application answers it, from what it keeps, and as it is when everything is worked out anew. */
async function bothWays(app: TestApp, name: EndpointName, month: string): Promise<readonly [unknown, unknown]> {
  const { path, query } = ENDPOINTS[name] as { path: string; query?: { parse: (typed: unknown) => unknown } };
  const typed = name === 'recognition' ? { month } : { through: month };
  const kept = await app.ask<unknown>(`${path}?${new URLSearchParams(typed as Record<string, string>).toString()}`);
  const { answers } = handlers({ books: app.books, clock: clock('2027-06-30'), user: 'Tester' });
  const answer = answers.get(name);
  if (!answer) throw new Error(`${name} has no answer`);
  const asked = { params: undefined, query: query?.parse(typed), body: undefined } as never;
  const anew = await app.books.reader.transaction().execute((trx) => answer(trx, asked, clock('2027-06-30').today()));
  return [kept, JSON.parse(JSON.stringify(anew))];
}

test('whatever happens: what is kept of projects is what it comes to when worked out anew', async () => {
  let compared = 0;
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await openApp(template.path);
      try {
        const books = new LivedHistory(app);
        for (const happening of history) {
          await books.live(happening);
          for (const month of ['2027-01', books.through])
            for (const name of PAGES) {
              const [kept, anew] = await bothWays(app, name, month);
              expect(kept, `${name} of ${month} after ${JSON.stringify(happening)}`).toEqual(anew);
              compared += 1;
            }
        }
      } finally {
        await app.close();
      }
    }),
    { numRuns: RUNS },
  );
  expect(compared).toBeGreaterThan(0);
});
