import type { Page } from 'puppeteer-core';
import { beforeAll, expect, test } from 'vitest';
import { accessibilityProblems, click, fill, press, sees } from '../src/browser.ts';
import { countedStrokes } from '../src/counted-strokes.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, page: opened } = onDemoBooks('/labor');
let page: Page;
beforeAll(() => void (page = opened()));

/** Acts as somebody of the demo, as its menu of people does. */
const actAs = (name: string) =>
  page.evaluate(async (wanted) => {
    const headers = { 'content-type': 'application/json' };
    const act = (person: number) => fetch('/api/session', { method: 'PUT', headers, body: JSON.stringify({ person }) });
    await act(1);
    const { rows } = (await (await fetch('/api/people')).json()) as { rows: { id: number; name: string }[] };
    await act(rows.find((row) => row.name === wanted)?.id ?? 1);
  }, name);
const choose = async (label: string, option: string): Promise<void> => {
  await (await page.waitForSelector(`::-p-xpath(//span[text()="${label}"]/following-sibling::button)`))?.click();
  await click(page, option);
};

test('enter the own week on a phone, have it approved by whoever leads the project, and post it with what it posts seen first', async () => {
  await actAs('G. Sallow');
  await page.setViewport({ width: 390, height: 800 });
  await go('/hours?week=2027-03-22');
  await sees(page, 'Not submitted yet');
  await click(page, 'Add a row');
  await choose('Project', 'QH-221 Quillhaven boardwalk');
  await choose('Work', '33-100 Carpentry crew');
  await fill(page, 'Mon 22', '8');
  await fill(page, 'Tue 23', '7.5');
  await sees(page, '15.5');
  // Nothing stands above the page for who has no months and gauges.
  expect(await page.$eval('h1', (title) => title.getBoundingClientRect().top)).toBeLessThan(80);
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Submit the week');
  await sees(page, 'It waits for N. Kerrow');
  await page.setViewport({ width: 1280, height: 800 });

  await actAs('N. Kerrow');
  await go('/approvals');
  await sees(page, 'QH-221 33-100 8, 7.5');
  expect(await accessibilityProblems(page)).toEqual([]);
  await (await page.waitForSelector('::-p-xpath(//tr[contains(., "22 Mar 2027")]//button[text()="Approve"])'))?.click();
  await sees(page, 'approved');

  await actAs('I. Varga');
  await go('/labor?part=timesheets');
  await click(page, 'Post 1 of the week of 22 Mar 2027');
  await sees(page, 'Cost at rates');
  await click(page, 'Post the week');
  await sees(page, 'Week of 2027-03-22');
  await (await page.waitForSelector('summary'))?.click();
  await sees(page, 'employee, from 1 Jan 2027');
});

test('return a week with a reason; whoever entered it reads why', async () => {
  await go('/labor?part=timesheets');
  await (await page.waitForSelector('::-p-xpath(//tr[contains(., "29 Mar 2027")]//button[text()="Return"])'))?.click();
  await click(page, 'Return the week');
  await sees(page, 'The reason is empty');
  await fill(page, 'Why, for E18 G. Sallow', 'Wednesday is not over');
  await click(page, 'Return the week');
  await sees(page, 'returned: Wednesday is not over');
});

test('type a crew at once, split a day, and see who is short of their week', async () => {
  await go('/costs/hours/new');
  await click(page, 'Add a crew');
  await choose('Who works as', 'diver');
  await (await page.waitForSelector('::-p-xpath(//button[starts-with(., "Choose all")])'))?.click();
  await fill(page, 'Project', 'TP-226');
  await press(page, 'Escape');
  await fill(page, 'Code', '34-150');
  await press(page, 'Escape');
  await fill(page, 'Mon 29', '8');
  await fill(page, 'Tue 30', '8');
  await (await page.waitForSelector('::-p-xpath(//button[starts-with(., "Add ") and contains(., "rows")])'))?.click();
  await sees(page, 'Missing to usual weeks');
  await page.focus('[data-cell="0-5"]');
  await click(page, 'Split a day');
  await fill(page, 'Hours to move', '3');
  await fill(page, 'To project', 'GC-214');
  await press(page, 'Escape');
  await fill(page, 'To code', 'C/33-400');
  await press(page, 'Escape');
  await click(page, 'Split the day');
  await sees(page, 'C/33-400');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Discard');
});

test('overhead of the month is seen before it is posted, and then nothing is left to apply', async () => {
  await go('/labor?part=overhead&pool=YARD');
  await click(page, 'Apply overhead of Mar 2027');
  await sees(page, 'Posts on 31 Mar 2027');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Post the overhead');
  await sees(page, 'OVH-0003');
  await go('/labor?part=overhead&pool=YARD');
  await click(page, 'Settle the difference');
  await sees(page, 'Spent less applied through Mar 2027 goes');
  await choose('Spent less applied through Mar 2027 goes', 'to the result; projects stay as they are');
  await sees(page, 'overhead variance');
});

test('a table of bill rates says what it does before it is added', async () => {
  await go('/labor/rate-table?side=bill');
  await page.waitForSelector('[data-cell="0-0"]');
  await page.focus('[data-cell="0-1"]');
  for (const cell of ['diver', 'FIELD', '', '', '1/1', '141.50']) {
    await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await sees(page, 'Posted and to be billed');
  await click(page, 'Add 1 rate');
  await sees(page, 'diver doing FIELD');
});

test('a week of the time clock waits on a sheet; an unknown badge is put right', async () => {
  await go('/labor?part=clock');
  await fill(page, 'A day of the week', '3/22');
  await click(page, 'Fetch the week from the clock');
  await sees(page, 'There is no employee "B-0417"');
  await (await page.waitForSelector('::-p-xpath(//tr[contains(., "B-0417")]//button[text()="Correct"])'))?.click();
  await fill(page, 'Badge', 'E21');
  await press(page, 'Escape');
  await click(page, 'Use it');
  await sees(page, '1 entries used');
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('one person’s posted hours are corrected; the others of the week stay', async () => {
  await go('/labor');
  await (await page.waitForSelector('::-p-xpath(//a[text()="Week of 2027-03-15"])'))?.click();
  await sees(page, 'Posts: Dr the cost account');
  await click(page, 'Correct');
  await click(page, 'Begin the correction');
  await page.waitForSelector('[data-cell="0-0"]');
  await sees(page, 'Correction:');
});

test('a week of a crew takes at most 1.3 strokes for each character it holds, from Ctrl K on', async () => {
  const { type, keys, strokes } = countedStrokes(page);
  await go('/projects');
  await keys('Control+k');
  await type('week of h');
  await keys('Enter');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
  for (const cell of ['E21', 'QH-221', '33-100', '', '8', '9.5', '8', '8', '7.5']) {
    await type(cell);
    await keys('Tab');
  }
  await keys('Enter');
  for (const employee of ['E22', 'E23', 'E24', 'E25']) {
    await type(employee);
    // The work and the days of the row above.
    await keys('Tab', ...Array.from({ length: 7 }, () => 'Shift+ArrowRight'), 'Control+d', 'Enter');
  }
  await sees(page, '205 hours');
  const held = await page.$$eval('[data-cell]', (cells) =>
    cells.reduce((all, cell) => all + (cell as HTMLInputElement).value.length, 0),
  );
  expect(held).toBeGreaterThan(90);
  expect(strokes() / held).toBeLessThan(1.3);
  await click(page, 'Discard');
});
