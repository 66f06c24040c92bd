import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Answer } from '@lowtide/server/http/api.ts';
import { openBooks, type Books } from '@lowtide/server/database/open.ts';
import { verifiedBooks } from '@lowtide/server/verify/verify-queries.ts';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { openFrontDoor, type FrontDoor } from './front-door.ts';
import { generateSecond, SECOND_FIRST_DAY } from './second.ts';

const directory = mkdtempSync(join(tmpdir(), 'lowtide-second-'));
let books: Books;
let door: FrontDoor;
beforeAll(async () => {
  books = await openBooks(join(directory, 'second.sqlite'));
  door = await openFrontDoor(books, 'I. Varga', SECOND_FIRST_DAY);
  await generateSecond(door);
});
afterAll(async () => {
  await door.close();
  await books.close();
  rmSync(directory, { recursive: true });
});

test('the books of the second company verify and tie', async () => {
  expect((await verifiedBooks(books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  const { ties } = await door.ask<Answer<'frame'>>('/frame?through=2027-03');
  expect(ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents)).toEqual([]);
});

test('they keep what is to be found: leave, two rates of one person, a pay period behind, an overtaken forecast', async () => {
  const { rows: hours } = await door.ask<Answer<'hours'>>('/hours-report?by=person&from=2027-01&through=2027-03');
  expect(hours.find(({ code }) => code === 'M3')?.leaveHours).toBe(400_000);
  const { rows: rates } = await door.ask<Answer<'rates'>>('/rates?side=cost');
  expect(rates.filter(({ employee }) => JSON.stringify(employee).includes('M2'))).toHaveLength(2);
  expect((await door.ask<Answer<'laborState'>>('/labor-state')).withoutTrueUp).toBeGreaterThan(0);
  const run = await door.ask<Answer<'recognition'>>('/recognition?month=2027-03');
  expect(run.warnings.first.map(({ at, kind }) => [at, kind])).toContainEqual(['PIERS', 'line-over-forecast']);
});

test('the small job earns what is billed, with its cost in the result', async () => {
  const wip = await door.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-02');
  expect(wip.rows.find(({ code }) => code === 'BUOYS')).toMatchObject({
    ...{ earned: { amountCents: 650_000 }, billed: { amountCents: 650_000 }, backlog: { amountCents: 0 } },
  });
});
