import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Answer } from '@lowtide/server/http/api.ts';
import { copyInto } from '@lowtide/server/database/copy.ts';
import { alteredRounds } from '@lowtide/server/database/written/altered.test.support.ts';
import { openBooks, type Books } from '@lowtide/server/database/open.ts';
import { verifiedBooks } from '@lowtide/server/verify/verify-queries.ts';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openBulkDoor } from './bulk-door.ts';
import { openFrontDoor, type FrontDoor } from './front-door.ts';
import { DEMO_FIRST_DAY, DEMO_TODAY, DEMO_USER, generate } from './generate.ts';
import { PROJECTS } from './projects.ts';

const directory = mkdtempSync(join(tmpdir(), 'lowtide-demo-'));
let books: Books;
let door: FrontDoor;
beforeAll(async () => {
  books = await openBooks(join(directory, 'demo.sqlite'));
  const bulk = await openBulkDoor(books, DEMO_USER, DEMO_FIRST_DAY);
  await generate(bulk, () => undefined);
  await bulk.close();
  door = await openFrontDoor(books, DEMO_USER, DEMO_TODAY);
});
afterAll(async () => {
  await door.close();
  await books.close();
  rmSync(directory, { recursive: true });
});

/** What is agreed of each contract: its price, less what is included and not agreed. */
async function agreedPrices(): Promise<ReadonlyMap<string, number>> {
  const { rows } = await door.ask<Answer<'variableAmounts'>>('/variable-amounts?through=2027-03');
  return new Map(
    (await projects()).map(({ code, contract }) => [
      code,
      rows.reduce((left, row) => (row.code === code ? left - row.amountCents : left), contract.amountCents as number),
    ]),
  );
}

const projects = async () => (await door.ask<Answer<'projects'>>('/projects?through=2027-03')).rows;

describe('the demo books', () => {
  test('verify: nothing differs', async () => {
    const checks = await verifiedBooks(books.reader);
    expect(checks.flatMap(({ differences }) => differences)).toEqual([]);
  });

  test('have every project, estimated; the contract of each is what its estimate and change orders came to', async () => {
    const rows = await projects();
    expect(rows.map(({ code }) => code).toSorted()).toEqual(PROJECTS.map(({ code }) => code).toSorted());
    const agreed = await agreedPrices();
    for (const { id, code } of rows) {
      const { rows: estimates, schedule, plan } = await door.ask<Answer<'estimates'>>(`/projects/${id}/estimates`);
      expect(estimates.length, code).toBeGreaterThan(0);
      expect(
        schedule.reduce((sum, { amountCents }) => sum + amountCents, 0),
        code,
      ).toBe(agreed.get(code));
      expect(
        plan.reduce((sum, { amountCents }) => sum + amountCents, 0),
        code,
      ).toBe(agreed.get(code));
    }
  });

  test('have change orders of every standing, and one that deducts', async () => {
    const standing = new Set<string>();
    const prices: number[] = [];
    for (const { id } of await projects()) {
      const { rows } = await door.ask<Answer<'estimates'>>(`/projects/${id}/estimates`);
      for (const { status, priceCents } of rows.filter(({ kind }) => kind === 'change')) {
        standing.add(status);
        prices.push(priceCents);
      }
    }
    expect([...standing].toSorted()).toEqual(['approved', 'pending', 'rejected']);
    expect(Math.min(...prices)).toBeLessThan(0);
  });

  test('forecast what is under way every month, and one project not: the run says so', async () => {
    for (const { id, code, status } of await projects()) {
      if (status !== 'active') continue;
      const { latest } = await door.ask<Answer<'forecast'>>(`/projects/${id}/forecast?through=2027-03`);
      expect(latest?.month, code).toBe(code === 'OS-212' ? '2026-12' : '2027-02');
    }
    const run = await door.ask<Answer<'recognition'>>('/recognition?month=2027-03');
    const old = run.rows.flatMap(({ warnings }) => warnings).filter(({ kind }) => kind === 'forecast-old');
    expect(old.map(({ at }) => at)).toEqual(['OS-212']);
    // What is ordered takes a line of it past its forecast; its cost alone does not.
    const over = run.rows.flatMap(({ warnings }) => warnings).filter(({ kind }) => kind === 'line-over-forecast');
    const ofDune = over.filter(({ at }) => at === 'DR-225').map(({ message }) => message);
    expect(ofDune.length).toBeGreaterThan(0);
    for (const message of ofDune) expect(message).toContain('more is ordered');
  });

  test('show the stories they tell: a loss, a fade, an overbilled and an underbilled contract, cost nobody budgeted', async () => {
    const { rows } = await door.ask<Answer<'fade'>>('/fade?through=2027-02&from=2026-08');
    const fades = new Map(rows.map(({ code, fade, after }) => [code, { fade, after }]));
    expect(fades.get('DR-225')?.after).toBeLessThan(0);
    expect(fades.get('MB-223')?.fade).toBeLessThan(0);
    const wip = await door.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-02');
    expect(wip.rows.find(({ code }) => code === 'OS-220')?.overbilledCents).toBeGreaterThan(0);
    expect(wip.rows.find(({ code }) => code === 'QH-221')?.underbilledCents).toBeGreaterThan(0);
    const { rows: lines, totals } = await door.ask<Answer<'estimate-against-actual'>>(
      '/estimate-against-actual?through=2027-03',
    );
    const contracts = [...(await agreedPrices()).values()].reduce((sum, price) => sum + price, 0);
    expect(totals.priceCents + totals.priceChangesCents).toBe(contracts);
    expect(lines.filter(({ estimated }) => !estimated).map(({ project, code }) => `${project} ${code}`)).toEqual([
      'OS-220 01-900',
    ]);
  });

  test('leave the current month to be recognized, a bill sheet and a week of hours to be posted', async () => {
    const { latest } = await door.ask<Answer<'recognition'>>('/recognition?month=2027-03');
    expect(latest?.month).toBe('2027-02');
    const { rows } = await door.ask<Answer<'drafts'>>('/drafts');
    expect(rows.map(({ kind }) => kind).toSorted()).toEqual(['bills', 'hours']);
  });

  test('are not what was written once another program changed any column of any table', async () => {
    const path = join(directory, 'altered.sqlite');
    copyInto(books.path, path);
    const rounds = await alteredRounds(path);
    expect(rounds.some(({ altered }) => altered.length > 40)).toBe(true);
    for (const { altered, found } of rounds) expect(found.toSorted()).toEqual(altered.toSorted());
  });
});
