import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, inject, test } from 'vitest';
import { startApplication, type Application } from '../src/application.ts';
import { accessibilityProblems, actAs, click, fill, openBrowser, openPage, sees } from '../src/browser.ts';

let application: Application;
let browser: Browser;
let mine: Page;
let theirs: Page;

beforeAll(async () => {
  application = await startApplication(inject('demoBooks'));
  browser = await openBrowser();
  mine = await openPage(browser, `${application.address}/costs/bills/new`);
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

/** Types into a cell and leaves it, and waits until the server has it, or until it says what keeps it from that. */
async function type(page: Page, cell: string, text: string): Promise<void> {
  const answered = page.waitForResponse(
    (response) => /\/drafts(\/\d+)?$/.test(new URL(response.url()).pathname) && response.request().method() !== 'GET',
  );
  await page.bringToFront();
  await page.click(`[data-cell="${cell}"]`);
  await page.keyboard.type(text);
  await page.keyboard.press('Tab');
  await answered;
}
const cell = (page: Page, at: string) =>
  page.$eval(`[data-cell="${at}"]`, (input) => (input as HTMLInputElement).value);
const holds = (page: Page, at: string, text: string) =>
  page.waitForFunction(
    (selector, wanted) => document.querySelector<HTMLInputElement>(selector)?.value === wanted,
    {},
    `[data-cell="${at}"]`,
    text,
  );

test('two people type in one sheet: rows that only one touched come together', async () => {
  await type(mine, '0-1', 'N-1');
  await type(mine, '1-1', 'N-2');
  await mine.waitForFunction(() => /\/costs\/bills\/\d+/.test(globalThis.location.pathname));
  await sees(mine, 'Saved');
  theirs = await openPage(browser, mine.url());
  await holds(theirs, '1-1', 'N-2');
  await type(theirs, '0-1', 'N-1b');
  await sees(theirs, 'Saved');
  await type(mine, '1-1', 'N-2b');
  await sees(mine, 'typed here too');
  await holds(mine, '0-1', 'N-1b');
  await sees(mine, 'Saved');
  expect(await cell(mine, '1-1')).toBe('N-2b');
});

test('what both changed is asked about, side by side, and nothing is lost before the answer', async () => {
  await theirs.reload({ waitUntil: 'networkidle0' });
  await type(theirs, '0-1', '5');
  await sees(theirs, 'Saved');
  await type(mine, '0-1', '7');
  await sees(mine, 'changed the same rows');
  expect(await accessibilityProblems(mine)).toEqual([]);
  // A reload before the answer asks again.
  await mine.reload({ waitUntil: 'networkidle0' });
  await sees(mine, 'changed the same rows');
  const theirRow = await mine.waitForSelector('::-p-xpath((//fieldset//input[@type="radio"])[2])');
  await theirRow?.click();
  await click(mine, 'Keep what is chosen');
  await sees(mine, 'Saved');
  const kept = await cell(mine, '0-1');
  expect(kept).toContain('5');
  expect(kept).not.toContain('7');
});

test('a bill above the limit of the company is approved by somebody else, and posted then', async () => {
  const page = mine;
  await page.bringToFront();
  await page.goto(`${application.address}/settings/company`, { waitUntil: 'networkidle0' });
  await fill(page, 'Bills above this are approved by somebody else', '5,000');
  await click(page, 'Save');
  await sees(page, 'Saved.');
  await page.goto(`${application.address}/costs/bills/new`, { waitUntil: 'networkidle0' });
  await page.click('[data-cell="0-0"]');
  for (const text of ['OAKUM', 'OA-3001', '3/30', '', '', 'QH-221', '33-210', '', '7,200']) {
    await page.keyboard.type(text);
    await page.keyboard.press('Tab');
  }
  await sees(page, 'posts 1 supplier bill of 7,200.00');
  await click(page, 'Post');
  await sees(page, 'OA-3001 is above 5,000.00, so somebody else than whoever typed it approves it first.');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Ask for approval');
  await sees(page, 'Approval asked for by I. Varga');
  const sheet = page.url();
  await actAs(page, 'I. Varga administrator', 'P. Quill');
  await page.goto(sheet, { waitUntil: 'networkidle0' });
  await click(page, 'Approve');
  await sees(page, 'Approved by P. Quill');
  await click(page, 'Post');
  await sees(page, 'Posted OA-3001');
});
