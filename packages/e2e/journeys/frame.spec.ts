import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { actAs, accessibilityProblems, click, fill, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, api, page: opened } = onDemoBooks('/');
let page: Page;
beforeAll(() => void (page = opened()));

test('the first page says what waits, with its number and amount, and leads there', async () => {
  await go('/');
  await sees(page, 'Waiting for you');
  const { rows } = await api<{ rows: { what: string; count: number; amountCents: number | null }[] }>('/waiting');
  const uncoded = rows.find(({ what }) => what === 'uncoded-cost');
  await sees(page, `${uncoded?.count} cost lines without project or cost code`);
  await sees(page, ((uncoded?.amountCents ?? 0) / 100).toLocaleString('en-US', { minimumFractionDigits: 2 }));
  await sees(page, 'Steps of Mar 2027');
  await page.locator('::-p-xpath(//a[contains(., "without project or cost code")])').click();
  await sees(page, 'that name no project or no cost code');
  expect(page.url()).toContain('m=2027-03');
});

test('no section has more than seven parts', async () => {
  for (const path of ['/costs', '/labor', '/buying', '/billing']) {
    await go(path);
    await page.waitForSelector('main nav button');
    const parts = await page.$$eval('main nav button', (all) => all.length);
    expect([path, parts <= 7]).toEqual([path, true]);
  }
});

test('a report is found by the word somebody has for it, and the others are one key away', async () => {
  await go('/reports');
  await sees(page, 'Where do contracts stand?');
  await page.keyboard.type('retainage');
  await sees(page, 'Open orders and commitments');
  await fill(page, 'Find a report; Enter opens the first', 'profit and loss');
  await page.waitForFunction(() => document.querySelectorAll('main li').length === 1);
  await press(page, 'Enter');
  await sees(page, 'By account; revenue is what was recognized');
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await press(page, 'r');
  await sees(page, 'What do the books say?');
  expect(page.url()).toMatch(/\/reports\?/);
});

test('a manager begins with what waits on the projects they lead', async () => {
  await actAs(page, 'I. Varga administrator', 'N. Kerrow');
  await go('/');
  await sees(page, 'Waiting for you');
  expect(await accessibilityProblems(page)).toEqual([]);
  await actAs(page, 'N. Kerrow manager', 'I. Varga');
});

test('bills to pay stand by their due day; several are added up and paid in one step', async () => {
  await go('/costs?part=open&m=2027-03');
  await page.waitForSelector('table[aria-label="Bills to pay"] tbody input[type="checkbox"]');
  const open = await api<{ rows: { id: number; dueOn: string; openCents: number }[]; count: number }>(
    '/documents?through=2027-03&openOn=payable&open=yes&order=due',
  );
  const days = open.rows.map(({ dueOn }) => dueOn);
  expect(days).toEqual(days.toSorted());
  for (const box of (await page.$$('table[aria-label="Bills to pay"] tbody input[type="checkbox"]')).slice(0, 2)) {
    await box.evaluate((each) => (each as HTMLElement).click());
  }
  const sum = open.rows.slice(0, 2).reduce((all, { openCents }) => all + openCents, 0) / 100;
  await sees(page, `2 bills ticked, open ${sum.toLocaleString('en-US', { minimumFractionDigits: 2 })} in all`);
  await click(page, 'Pay them');
  await sees(page, 'Each is settled wholly.');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Record payment');
  await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  const after = await api<{ count: number }>('/documents?through=2027-03&openOn=payable&open=yes');
  expect(after.count).toBe(open.count - 2);
});

test('Ctrl Enter posts wherever the focus is; a refusal gives the focus back, and Escape leaves it', async () => {
  await go('/costs/bills/new?m=2027-03');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
  await page.keyboard.type('NORSAND');
  await press(page, 'Tab');
  await page.focus('button[data-primary]');
  await press(page, 'Control+Enter');
  await sees(page, 'Nothing was posted');
  await press(page, 'Escape');
  await page.waitForFunction(() => document.querySelector('[role="alertdialog"]') === null);
  await page.waitForFunction(() => document.activeElement !== document.body);
});

test('a colleague who discards a sheet is named to whoever types in it', async () => {
  await go('/costs/bills/new?m=2027-03');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
  await page.keyboard.type('NORSAND');
  await press(page, 'Tab');
  await page.waitForFunction(() => /\/costs\/bills\/\d+/.test(globalThis.location.pathname));
  const id = /bills\/(\d+)/.exec(page.url())?.[1] ?? '';
  await page.evaluate(async (draft) => {
    const headers = { 'idempotency-key': `discard-${draft}` };
    await fetch(`/api/drafts/${draft}`, { method: 'DELETE', headers });
  }, id);
  await page.keyboard.type('N-77');
  await press(page, 'Tab');
  await sees(page, 'discarded this sheet');
});

test('the month stands in every address that is copied', async () => {
  await go('/projects');
  await page.waitForFunction(() => globalThis.location.search.includes('m=2027-03'));
});

test('an order is what its document leads to', async () => {
  const { rows } = await api<{ rows: { id: number }[] }>('/documents?through=2027-03&kind=order');
  await go(`/documents/${rows[0]?.id}`);
  await page.waitForFunction(() => globalThis.location.pathname.startsWith('/orders/'));
  await sees(page, 'Committed');
});

test('what is recognized says what it posts and what deserves a look, project by project with the way there', async () => {
  await go('/recognition?m=2027-03');
  await sees(page, 'What this posts');
  const { warnings } = await api<{ warnings: { count: number } }>('/recognition?month=2027-03');
  await sees(page, `${warnings.count} warning`);
  await page.locator('::-p-xpath(//section[@aria-label="Warnings"]//a[.="Forecast"])').click();
  await page.waitForFunction(() => globalThis.location.pathname.endsWith('/forecast'));
});

test('on a phone four sections and one for the others', async () => {
  await page.setViewport({ width: 390, height: 800 });
  await go('/today');
  const shown = await page.$$eval('nav[aria-label="Sections"] a', (all) => all.filter((a) => a.clientWidth > 0).length);
  expect(shown).toBe(4);
  await click(page, 'More');
  await page.locator('::-p-xpath(//*[@role="menuitem"][contains(., "Closing")])').click();
  await sees(page, 'Tie-out');
  expect(await accessibilityProblems(page)).toEqual([]);
});
afterAll(() => page.setViewport({ width: 1280, height: 800 }));
