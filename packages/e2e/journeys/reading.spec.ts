import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { actAs, accessibilityProblems, click, fill, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, address, browser, page: opened } = onDemoBooks('/projects');
let page: Page;
beforeAll(() => void (page = opened()));

const PAGES = [
  '/today',
  '/reports',
  '/documents',
  '/projects',
  '/projects/1',
  '/projects/1?part=months',
  '/projects/1?part=ledger',
  '/projects/1?part=record',
  '/projects/1?trace=earned.p1.t2027-03',
  '/projects/1/estimates',
  '/projects/1/estimates/1',
  '/projects/1/estimates/1?view=client',
  '/projects/1/estimates/1?view=versions',
  '/projects/1/forecast',
  '/costs',
  '/costs?part=bill',
  '/buying',
  '/buying?part=goods',
  '/costs?part=open',
  '/costs?part=journals',
  '/costs?part=incoming',
  '/costs?part=uncoded',
  '/costs?part=journals&show=recurring',
  '/costs/orders/new',
  '/costs/subcontracts/new',
  '/costs/goods/new',
  '/reports/commitments',
  '/reports/received-not-billed',
  '/reports/price-history',
  '/reports/supplier-spend',
  '/reports/project-activity',
  '/costs/bills/new',
  '/costs/hours/new',
  '/documents/40',
  '/recognition',
  '/billing',
  '/billing?new=QH-221',
  '/reports/wip-schedule',
  '/reports/wip-schedule?view=year',
  '/reports/profitability',
  '/reports/profitability?by=client',
  '/reports/portfolio',
  '/reports/portfolio?group=client',
  '/reports/estimate-against-actual',
  '/reports/estimate-against-actual?per=section',
  '/reports/fade',
  '/reports/deadlines',
  '/reports/income-statement',
  '/reports/balance-sheet',
  '/reports/trial-balance',
  '/closing',
  '/costs/journal/new',
  '/labor?part=timesheets',
  '/labor?part=clock',
  '/labor?part=payroll',
  '/labor?part=overhead',
  '/labor?part=rates&side=bill',
  '/labor/rate-table?side=bill',
  '/labor/hours-table',
  '/approvals',
  '/reports/hours?by=month',
  '/settings/overhead-pool',
  '/settings/company',
  '/settings/budget-line',
  '/settings/people',
  '/settings/audit',
  '/settings/backups',
  '/account',
  '/hours',
  '/nowhere',
];

describe('every page', () => {
  test.each(PAGES)('%s breaks no rule of accessibility and does not scroll sideways', async (path) => {
    await go(path);
    expect(await accessibilityProblems(page)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1280);
  });
});

describe('on paper of any color, at any width', () => {
  afterAll(async () => {
    await page.emulateMediaFeatures([]);
    await page.setViewport({ width: 1280, height: 800 });
  });

  test.each([
    { scheme: 'dark', width: 1280 },
    { scheme: 'dark', width: 1024 },
    { scheme: 'light', width: 390 },
  ])('$scheme at $width: main pages break no rule of accessibility and do not scroll sideways', async (at) => {
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: at.scheme }]);
    await page.setViewport({ width: at.width, height: 800 });
    for (const path of ['/projects/1', '/costs/bills/new', '/reports/portfolio', '/recognition', '/hours']) {
      await go(path);
      expect(await accessibilityProblems(page)).toEqual([]);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(at.width);
    }
  });
});

test('Tab reaches the page before months and sections', async () => {
  await go('/projects');
  await press(page, 'Tab', 'Enter');
  expect(await page.evaluate(() => document.activeElement?.id)).toBe('page');
});

test('follow a figure down to its lines and to the document behind them', async () => {
  await go('/projects');
  await page.waitForSelector('[data-figure="earned.p1.t2027-03"]');
  await page.focus('[data-figure^="complete.p1."]');
  await press(page, 'Enter');
  await sees(page, 'cost to date ÷ estimated cost at completion');
  await (await page.waitForSelector('[role="dialog"] [data-figure^="cost.p1."]'))?.click();
  await sees(page, 'posted lines through Mar 2027');
  const link = await page.waitForSelector('[role="dialog"] table[aria-label="Posted lines"] a');
  await link?.click();
  await sees(page, '· recorded ');
  expect(page.url()).toMatch(/\/documents\/\d+/);
});

test('move through the months with keys; the whole screen follows', async () => {
  await go('/reports/wip-schedule');
  await press(page, '[');
  await sees(page, 'Every contract through Feb 2027');
  expect(page.url()).toContain('m=2027-02');
  await press(page, ']', ']');
  await sees(page, 'Every contract through Apr 2027');
});

test('read the books as they were once known', async () => {
  await go('/reports/trial-balance?m=2026-06');
  await click(page, 'as known now');
  await fill(page, 'Recorded up to', '2026-06-15');
  await click(page, 'Show');
  await sees(page, 'The books as known on 15 Jun 2026');
  await page.waitForSelector('tfoot');
  const known = await page.evaluate(() => document.querySelector('tfoot')?.textContent);
  await go('/reports/trial-balance?m=2026-06');
  await page.waitForSelector('tfoot');
  expect(await page.evaluate(() => document.querySelector('tfoot')?.textContent)).not.toBe(known);
});

test('months and sections keep the moment, and what the page was asked', async () => {
  await go('/reports/profitability?m=2026-12&known=2027-01-15T00:00:00Z&from=2026-07&by=client');
  await sees(page, 'as then known');
  await press(page, '[');
  await page.waitForFunction(() => globalThis.location.search.includes('m=2026-11'));
  const kept = new URL(page.url()).searchParams;
  expect([kept.get('known'), kept.get('from'), kept.get('by')]).toEqual(['2027-01-15T00:00:00Z', '2026-07', 'client']);
  await page.locator('nav[aria-label="Sections"] a[href*="/projects"]').click();
  await page.waitForFunction(() => globalThis.location.pathname === '/projects');
  const there = new URL(page.url()).searchParams;
  expect([there.get('m'), there.get('known')]).toEqual(['2026-11', '2027-01-15T00:00:00Z']);
  await sees(page, 'as then known');
  await page.locator('nav[aria-label="Sections"] a[href*="/reports"]').click();
  await page.waitForFunction(() => globalThis.location.pathname === '/reports');
  const report = new URL(page.url()).searchParams;
  expect([report.get('m'), report.get('known')]).toEqual(['2026-11', '2027-01-15T00:00:00Z']);
});

test('an address of the settings that is none says so', async () => {
  await go('/settings/nothing');
  await sees(page, 'There is no such page');
});

test('a month to lock through is typed as every month is, and is that of the page first', async () => {
  await go('/closing?m=2027-02');
  await click(page, 'Lock or open months');
  await sees(page, 'Feb 2027');
  await fill(page, 'Locked through', '1/27');
  await sees(page, 'Lock through Jan 2027');
  await fill(page, 'Locked through', 'soon');
  await sees(page, 'Give a month, such as mar 2027');
  await press(page, 'Escape');
});

test('find a project, a document by its amount, and an action, from the keyboard', async () => {
  await go('/projects');
  await press(page, 'Control+k');
  await page.keyboard.type('tessel');
  await page.waitForSelector('::-p-xpath(//*[@role="option"][contains(., "Tessel Point reef")])');
  await press(page, 'Enter');
  await sees(page, 'TP-226 · Tessel Point Conservancy');
  await press(page, 'Control+k');
  await page.keyboard.type('trial');
  await page.waitForSelector('::-p-xpath(//*[@role="option"][contains(., "Trial balance")])');
  await press(page, 'Enter');
  await sees(page, 'Debits equal credits at every moment');
});

test('pin a figure with a key and find it among the gauges after a reload', async () => {
  await go('/projects');
  await page.waitForSelector('[data-figure="cost.p1.t2027-03"]');
  await page.focus('[data-figure="cost.p1.t2027-03"]');
  await press(page, 'g');
  await sees(page, 'Cost · GC-214');
  await page.reload({ waitUntil: 'networkidle0' });
  await sees(page, 'Cost · GC-214');
  await press(page, 'Shift+?');
  await sees(page, 'Pin it as a gauge');
});

test('sort a table, and send the address with it', async () => {
  await go('/billing');
  await click(page, 'Unbilled contract value');
  await page.waitForSelector('::-p-xpath(//th[@aria-sort and contains(., "Unbilled contract value")])');
  const first = await page.evaluate(() => document.querySelector('tbody tr')?.textContent);
  expect(page.url()).toContain('sort=left');
  await page.reload({ waitUntil: 'networkidle0' });
  await page.waitForSelector('tbody tr');
  expect(await page.evaluate(() => document.querySelector('tbody tr')?.textContent)).toBe(first);
});

test('profit per client, internal projects and the unassigned add up to the company', async () => {
  await go('/reports/profitability?by=client&from=2026-01');
  await sees(page, 'Unassigned');
  const [rows, total] = await page.evaluate(() => {
    const amount = (row: Element): number =>
      Number((row.children[10]?.textContent ?? '').replace('\u2212', '-').replace(/,/g, ''));
    return [
      [...document.querySelectorAll('tbody tr')].map(amount),
      amount(document.querySelector('tfoot tr') ?? document.body),
    ] as const;
  });
  expect(rows.length).toBeGreaterThan(5);
  expect(Math.round(rows.reduce((sum, each) => sum + each, 0) * 100)).toBe(Math.round(total * 100));
});

test.each(['N. Kerrow', 'G. Sallow', 'H. Callow'])(
  'act as %s in the demo: nothing that their pages ask for is refused',
  async (name) => {
    const context = await browser().createBrowserContext();
    const theirs = await context.newPage();
    const refused: string[] = [];
    theirs.on('response', (response) => {
      if (response.status() >= 400) refused.push(`${response.status()} ${response.url()}`);
    });
    await theirs.goto(address(), { waitUntil: 'networkidle0' });
    await actAs(theirs, 'I. Varga administrator', name);
    const sections = await theirs.$$eval('nav[aria-label="Sections"] a', (links) => links.map((link) => link.pathname));
    expect(sections.length).toBeGreaterThan(0);
    for (const path of sections) {
      await theirs.goto(`${address()}${path}`, { waitUntil: 'networkidle0' });
    }
    expect(refused).toEqual([]);
    await context.close();
  },
);
