import type { Page } from 'puppeteer-core';
import { beforeAll, expect, test } from 'vitest';
import { accessibilityProblems, click, fill, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, page: opened } = onDemoBooks('/labor');
let page: Page;
beforeAll(() => void (page = opened()));

const typeRow = async (cells: readonly string[]): Promise<void> => {
  for (const cell of cells) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
};

test('a rate is built up part by part by keyboard, and says what an hour costs in overtime', async () => {
  await go('/labor?part=rates');
  await click(page, 'Add rate');
  await fill(page, 'Role', 'welder');
  await fill(page, 'From', '3/1');
  await page.focus('[data-cell="0-0"]');
  await typeRow(['wage', 'Wage', '31.20', 'hour', '', '', '', '']);
  await page.focus('[data-cell="1-0"]');
  await typeRow(['taxes', 'Payroll tax', '7.65', '%', '', '', '', '']);
  await page.focus('[data-cell="2-0"]');
  await typeRow(['taxes', 'Unemployment', '2.4', '%', '', '', '', '']);
  await page.focus('[data-cell="3-0"]');
  await typeRow(['insurance', '', '1,140', 'month', '12', '160', '', '']);
  await page.focus('[data-cell="4-0"]');
  await typeRow(['benefits', '', '612', 'month', '', '=20*8', '', '']);
  await sees(page, 'A regular hour costs 38.7544');
  await sees(page, '55.9222');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Save the rate');
  await sees(page, '38.7544 from 1 Mar 2027');
  await sees(page, 'holds');
});

test('a part that is wrong is named at its cell, and nothing is lost', async () => {
  await go('/labor/rates/new?side=cost');
  await page.focus('[data-cell="0-0"]');
  await typeRow(['taxes', 'Levy', 'much', '%']);
  await click(page, 'Save the rate');
  await page.waitForSelector('[data-cell="0-2"][aria-invalid="true"]');
  await sees(page, 'much');
});

test('a new percentage for everybody is seen rate by rate before it counts', async () => {
  await go('/labor?part=rates');
  await click(page, 'Change a part for many');
  await fill(page, 'Part', 'Payroll tax');
  await press(page, 'Escape');
  await fill(page, 'Becomes', '7.9');
  await fill(page, 'From', '4/1');
  await click(page, 'Show what changes');
  await sees(page, 'Change 41 rates');
  await click(page, 'Change 41 rates');
  await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  await sees(page, '1 Apr 2027');
});

test('hours go to the bureau; its register is compared with them, posted, and trued up per project', async () => {
  await go('/labor?part=payroll');
  await click(page, 'Send hours to the bureau');
  await page.waitForSelector('[data-cell="0-0"]');
  await page.waitForFunction(() =>
    /is paid [\d.]+ h and entered [\d.]+ h\. Look which is right\./.test(document.body.innerText),
  );
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Post');
  await click(page, 'Post all the same');
  await sees(page, 'Posted Payroll 2027-03-08 to 2027-03-21');
  await go('/labor?part=clearing');
  await sees(page, '8 Mar 2027 to 21 Mar 2027');
  await sees(page, 'So labor counts once');
  expect(await accessibilityProblems(page)).toEqual([]);
  await (await page.waitForSelector('::-p-xpath(//a[.="8 Mar 2027 to 21 Mar 2027"])'))?.click();
  await click(page, 'True up');
  await sees(page, 'GC-214 Garrow Creek marsh & tide gate');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Post the true-up');
  await sees(page, 'True-up of Payroll 2027-03-08 to 2027-03-21');
});

test('who entered hours and was never paid is listed apart, and stays out of the true-up', async () => {
  await go('/labor?part=clearing');
  await (await page.waitForSelector('::-p-xpath(//a[.="16 Nov 2026 to 29 Nov 2026"])'))?.click();
  await sees(page, 'entered and never paid. These are mistakes to be put right');
});

test('the same register is refused the second time', async () => {
  await go('/labor?part=payroll');
  await fill(page, 'Pay period from', '3/8');
  await fill(page, 'Through', '3/21');
  await click(page, 'Send hours to the bureau');
  await click(page, 'Import its register again');
  await page.waitForSelector('[data-cell="0-0"]');
  await sees(page, 'is posted already. Reverse it first');
});

test('overtime costs what the build-up says, typed in the week sheet', async () => {
  await go('/costs/hours/new');
  await page.waitForSelector('[data-cell="0-0"]');
  await typeRow(['E01', 'GC-214', '31-100', '', '8', '', '', '', '', '', '', 'ot']);
  await page.waitForFunction(() => /406\.78/.test(document.body.innerText));
  await press(page, 'Control+Enter');
  await sees(page, 'Posted Week of 2027-03-29');
});

test('one wrong day is taken back by its own row, and the week of the others stays', async () => {
  await go('/costs/hours/new');
  await page.waitForSelector('[data-cell="0-0"]');
  await typeRow(['E01', 'GC-214', '31-100', '', '-8', '', '', '', '', '', '', 'ot']);
  await page.waitForFunction(() => /−406\.78/.test(document.body.innerText));
  await page.focus('[data-cell="1-0"]');
  await typeRow(['E01', 'GC-214', '31-100', '', '-8']);
  await sees(page, 'Take back no more than that');
});
