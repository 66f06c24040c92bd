import { beforeAll, expect, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import { accessibilityProblems, actAs, click, fill, fillCell, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const journey = onDemoBooks('/recognition?m=2027-03');
const { go, api } = journey;
let page: Page;
beforeAll(() => {
  page = journey.page();
});

interface Run {
  readonly rows: readonly { readonly code: string; readonly earnedToDateCents: number }[];
}
const earnedBy = async (code: string) =>
  (await api<Run>('/recognition?month=2027-03')).rows.find((row) => row.code === code)?.earnedToDateCents;

test('what a site is surveyed at, and a milestone that is reached, are what the month earns', async () => {
  await click(page, 'Progress of the sites');
  await sees(page, 'on 28 Feb 2027 by I. Varga, Levels surveyed by the party chief');
  expect(await accessibilityProblems(page)).toEqual([]);
  await fill(page, 'GC-236, % complete', '104');
  await fill(page, 'GC-236, who says so, and why', 'Levels taken with the client');
  await click(page, 'Tell progress of 1');
  await sees(page, '100');
  await fill(page, 'GC-236, % complete', '90');
  await click(page, 'Tell progress of 1');
  await sees(page, 'Told: 90.0 % on 31 Mar 2027');
  // 90 % of 96,000.00.
  expect(await earnedBy('GC-236')).toBe(8_640_000);
  // Its cell has the same name.
  const reached = await page.waitForSelector('button[aria-label="Mark reached: Second row set"]');
  // It may lie below what the page shows, where the foot of the frame would take the click.
  await reached?.evaluate((button) => button.scrollIntoView({ block: 'center' }));
  await reached?.click();
  await fill(page, 'Who says so, and why', 'Accepted by the client');
  await press(page, 'Tab');
  await page.evaluate(() => {
    const dialog = document.querySelector('[role="dialog"]');
    [...(dialog?.querySelectorAll('button') ?? [])].find(({ textContent }) => textContent === 'Mark reached')?.click();
  });
  await sees(page, 'Told: 90.0 %. By cost');
  // 20, 35 and 35 of 100, of 740,000.00.
  expect(await earnedBy('BW-230')).toBe(66_600_000);
  await go('/projects/12?trace=complete.p12.t2027-03');
  await sees(page, 'weights of the milestones reached ÷ all weights');
});

test('a pending change order is included until it is decided, and a run says why it earns what it does', async () => {
  await go('/recognition/progress?m=2027-03');
  await page.locator('button[aria-label^="Include: 3 Sheet piles"]').click();
  await sees(page, 'It asks for 94,780.00');
  await fill(page, 'Included in the price', 'much');
  await fill(page, 'Why', 'The client has said so in writing');
  await click(page, 'Include it');
  await sees(page, 'is no number');
  await fill(page, 'Included in the price', '47,390');
  await click(page, 'Include it');
  await sees(page, 'The client has said so in writing (I. Varga)');
  await go('/recognition?m=2027-03');
  const cell = await page.waitForSelector('button[aria-label^="Why GC-214 earns"]');
  await cell?.click();
  await sees(page, 'What is included and not agreed went from 0.00 to 47,390.00.');
  expect(await accessibilityProblems(page)).toEqual([]);
  await press(page, 'Escape');
});

test('what if everything still to come costs a tenth more: the month moves while it is typed, and the answer is kept', async () => {
  await go('/recognition/what-if?m=2027-03');
  await page.waitForSelector('[data-cell="0-3"]');
  expect(await accessibilityProblems(page)).toEqual([]);
  const earned = async () => (await api<{ totals: { earnedMonthCents: number } }>('/recognition?month=2027-03')).totals;
  const before = await earned();
  await fillCell(page, 'To complete ±, row 1', '10 %');
  await page.waitForFunction(() => {
    const rows = [...document.querySelectorAll('section[aria-label="All contracts together"] tbody tr')];
    return rows.some((row) => /^The month earns/.test(row.textContent ?? '') && !/0\.00$/.test(row.textContent ?? ''));
  });
  await fillCell(page, 'Price ±, row 2', 'more');
  await sees(page, 'Not counted yet');
  await fillCell(page, 'Price ±, row 2', '1,000');
  await click(page, 'Keep it');
  await fill(page, 'Name', 'A tenth dearer');
  await press(page, 'Enter');
  await sees(page, 'beside');
  // Nothing of it is posted.
  expect(await earned()).toEqual(before);
  await click(page, 'To the forecast of GC-214');
  await page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLInputElement>('input[aria-label^="Reason, row"]')].some(
      ({ value }) => value === 'What if',
    ),
  );
  await click(page, 'Discard changes');
});

test('a contract is split in two, each phase earns by itself, and the record says where they stand', async () => {
  await go('/projects/8?part=record&m=2027-03');
  await sees(page, '860,000.00');
  await sees(page, 'The client plants by itself where it likes');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Change how it is split');
  await fill(page, 'Price of M', '300,000');
  await sees(page, '44,000.00 is left.');
  await fill(page, 'Why it is split so', 'Planting was agreed for less');
  await click(page, 'Split it into 2');
  await sees(page, 'The prices add up to 816,000.00, the price agreed is 860,000.00.');
  await fill(page, 'Price of S', '560,000');
  await sees(page, 'all of it is given.');
  await click(page, 'Split it into 2');
  await sees(page, 'Planting was agreed for less');
  const { rows } = await api<{ rows: { code: string; priceCents: number }[] }>(
    '/projects/8/obligations?through=2027-03',
  );
  expect(rows.map(({ code, priceCents }) => [code, priceCents])).toEqual([
    ['M', 30_000_000],
    ['S', 56_000_000],
  ]);
  // Surveyed at a percent of its own part.
  await go('/recognition/progress?m=2027-03');
  await fill(page, 'MB-223/M, % complete', '95');
  await fill(page, 'MB-223/M, who says so, and why', 'Plants counted with the client');
  await click(page, 'Tell progress of 1');
  await sees(page, 'Told: 95.0 % on 31 Mar 2027');
  const split = await api<{ rows: { code: string; earnedCents: number }[] }>('/projects/8/obligations?through=2027-03');
  expect(split.rows.find(({ code }) => code === 'M')?.earnedCents).toBe(28_500_000);
});

test('why profit is what it is: steps from what was planned for the work, each with its lines', async () => {
  await go('/reports/profit-explained?m=2027-02&project=1&against=estimate');
  await sees(page, 'Hours for the work');
  expect(await accessibilityProblems(page)).toEqual([]);
  const { fromCents, toCents, steps } = await api<{
    fromCents: number;
    toCents: number;
    steps: { amountCents: number }[];
  }>('/profit-explained?through=2027-02&project=1&against=estimate');
  expect(fromCents + steps.reduce((all, { amountCents }) => all + amountCents, 0)).toBe(toCents);
});

test('a month beside an earlier one, and contracts month by month', async () => {
  await go('/reports/wip-then-and-now?m=2027-02');
  await sees(page, 'EAC then');
  expect(await accessibilityProblems(page)).toEqual([]);
  await go('/reports/contract-months?m=2027-02');
  await page.waitForSelector('svg[aria-label^="GC-214, Feb 2027: earned"]');
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('how far the profit of a project may spread is drawn while ranges are typed, and they are kept', async () => {
  await go('/projects/1/forecast');
  await click(page, 'Range of profit');
  await sees(page, 'No draw ends in a loss');
  await fillCell(page, 'To come, at least, row 1', '-10%');
  await fillCell(page, 'At most, row 1', 'a lot');
  await press(page, 'ArrowDown');
  await sees(page, 'Row 1, At most:');
  await fillCell(page, 'At most, row 1', '400%');
  await press(page, 'ArrowDown');
  await sees(page, 'of the draws end in a loss');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Figures');
  await sees(page, 'Done of what is to come');
  await click(page, 'Keep it');
  await fill(page, 'Name', 'A bad winter');
  await press(page, 'Enter');
  await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  await click(page, 'Clear');
  await sees(page, 'No draw ends in a loss');
  await click(page, 'kept ones Open ranges');
  await press(page, 'ArrowDown', 'Enter');
  await sees(page, 'of the draws end in a loss');
});

interface Told {
  readonly rows: readonly { readonly code: string; readonly state: string }[];
}

test('who leads a project tells its forecast, and whoever keeps the books takes it over', async () => {
  await go('/projects/forecasts?m=2027-03');
  await sees(page, '2 told and waiting');
  expect(await accessibilityProblems(page)).toEqual([]);
  await actAs(page, 'I. Varga administrator', 'E. Marrish');
  await go('/projects/12/forecast?m=2027-03');
  await click(page, 'Tell the forecast of Mar 2027');
  await fill(page, 'What moved, and why', 'As in February');
  await click(page, 'Tell it');
  await sees(page, 'It waits, and does not count yet');
  expect(await accessibilityProblems(page)).toEqual([]);
  await actAs(page, 'E. Marrish manager', 'I. Varga');
  await go('/projects/forecasts?m=2027-03');
  await click(page, 'Send back: DR-225');
  await fill(page, 'Reason', 'The crane is counted twice');
  await click(page, 'Send it back');
  await sees(page, 'Sent back: The crane is counted twice');
  await click(page, 'Take over: BW-230');
  await click(page, 'Take it over');
  await sees(page, '1 taken over');
  const { rows } = await api<Told>('/told-forecasts?through=2027-03');
  const stateOf = (code: string) => rows.find((row) => row.code === code)?.state;
  expect([stateOf('BW-230'), stateOf('DR-225'), stateOf('QH-221')]).toEqual(['taken over', 'sent back', 'told']);
});
