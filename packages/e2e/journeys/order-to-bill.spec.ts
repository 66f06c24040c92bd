import type { Page } from 'puppeteer-core';
import { beforeAll, expect, test } from 'vitest';
import { click, fill, fillCell, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, api, page: opened } = onDemoBooks('/buying');
let page: Page;
beforeAll(() => void (page = opened()));

/** A sheet begins with its first cell; what is typed before goes there. */
const onFirstCell = () => page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');

interface Orders {
  readonly rows: readonly { readonly id: number; readonly number: string; readonly committedCents: number }[];
}
const reefModules = async () =>
  (await api<Orders>('/orders?through=2027-03&show=all')).rows.find(({ number }) => number === 'PO-0004');

test('receive half of an order from its page: committed falls by what came', async () => {
  const order = await reefModules();
  expect(order?.committedCents).toBe(1_896_000);
  await go(`/orders/${order?.id}`);
  await click(page, 'Receive');
  await onFirstCell();
  await sees(page, 'PO-0004/1');
  await press(page, 'Tab');
  await page.keyboard.type('24');
  await press(page, 'Tab');
  await sees(page, 'Nothing. Ctrl Enter posts 1 goods receipt of 9,480.00.');
  await press(page, 'Control+Enter');
  await sees(page, '0 rows');
  // Half of 48 modules: the company counts it as cost when it comes.
  expect((await reefModules())?.committedCents).toBe(948_000);
});

test('enter the bill of what came from the order: lines, price and coding follow, nothing more is committed', async () => {
  const order = await reefModules();
  await go(`/orders/${order?.id}`);
  await click(page, 'Enter bill');
  await onFirstCell();
  await sees(page, 'PO-0004/1');
  await fillCell(page, 'Bill number, row 1', 'RM-77');
  await press(page, 'Tab');
  await page.keyboard.type('3/30');
  await fillCell(page, 'Quantity, row 1', '24');
  await press(page, 'Tab');
  await sees(page, 'Nothing. Ctrl Enter posts 1 supplier bill of 9,480.00.');
  await press(page, 'Control+Enter');
  await sees(page, '0 rows');
  expect((await reefModules())?.committedCents).toBe(948_000);
});

test('put a bill from the mailbox on a sheet, its paper with it, and drop the one of another company', async () => {
  await go('/costs?part=incoming');
  await sees(page, 'It is addressed to Marl Reach Dredging.');
  await sees(page, 'There is no line of an order "PO-9099/1".');
  await sees(page, 'is in the books already');
  await click(page, 'Drop: E-00011-F');
  await fill(page, 'Reason', 'Sent back');
  await press(page, 'Enter');
  await page.waitForFunction(() => !document.body.innerText.includes('E-00011-F'));
  await click(page, 'Put on a sheet: E-00056');
  await sees(page, 'E-00056.xml');
  await sees(page, 'Nothing. Ctrl Enter posts 1 supplier bill of 4,368.00.');
  expect(page.url()).toMatch(/\/costs\/bills\/\d+/);
});

test('take what a rule proposes for a stray, see what it posts, and code it in place', async () => {
  const strays = async () => (await api<{ count: number }>('/strays?through=2027-03')).count;
  expect(await strays()).toBe(2);
  await go('/costs?part=uncoded');
  await sees(page, '2 lines of 1,822.80');
  await click(page, 'Take what rules propose (1)');
  await sees(page, '1 line taken back and posted where it belongs.');
  await click(page, 'Code 1 line');
  await page.waitForFunction(() => document.body.innerText.includes('1 line of'));
  expect(await strays()).toBe(1);
});
