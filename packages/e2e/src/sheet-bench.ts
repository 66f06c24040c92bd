import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { resolve } from 'node:path';
import type { Page } from 'puppeteer-core';
import { startApplication } from './application.ts';
import { makeDemoBooks } from './demo-books.ts';
import { openBrowser, openPage } from './browser.ts';

declare global {
  /** What was timed in the page, and what ends it. */
  var timed: { taken: number[]; until: AbortController };
}

/**
 * `npm run bench`, in the browser: an estimate of 2,000 lines, from the key to the paint that shows it. Beside it, in the same page,
 * a bare input: what the machine and the browser take for themselves.
 */
const LINES = 2_000;
const KEYS = 60;

const books = makeDemoBooks();
const application = await startApplication(books.path);
const send = async <T>(method: string, path: string, body: unknown): Promise<T> => {
  const answer = await fetch(`${application.address}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(await answer.text());
  return (await answer.json()) as T;
};

const BLANK = {
  ...{ section: '', code: '', costType: '', text: '', quantity: '', unit: '', unitCost: '' },
  ...{ cost: '', markup: '', markupAmount: '', unitPrice: '', price: '', note: '' },
};
const rows = Array.from({ length: LINES }, (_, index) => ({
  ...BLANK,
  ...(index % 40 === 0 ? { section: `Section ${index / 40 + 1}` } : {}),
  ...{ code: 'A/31-240', text: `Line ${index + 1}`, quantity: String(10 + (index % 90)), unit: 't', unitCost: '27.4' },
}));
const { id, version } = await send<{ id: number; version: number }>('POST', '/projects/1/estimates', {
  ...{ kind: 'estimate', name: 'Long', copyOf: null },
});
await send('PUT', `/estimates/${id}`, {
  ...{ version, name: 'Long', pricedOn: '2027-03-31', targetEndOn: '', sheet: { usualMarkup: '20', rows } },
});

const browser = await openBrowser();
const page = await openPage(browser, `${application.address}/projects/1/estimates/${id}`);
await page.waitForSelector('[data-cell="0-4"]');

/** From each event of a kind to the end of the next paint, in milliseconds. */
async function paints(kind: 'keydown' | 'paste', act: () => Promise<void>): Promise<readonly number[]> {
  await page.evaluate((name) => {
    const times: number[] = [];
    const until = new AbortController();
    document.addEventListener(
      name,
      (event) => {
        const channel = new MessageChannel();
        channel.port1.addEventListener('message', () => times.push(performance.now() - event.timeStamp));
        channel.port1.start();
        requestAnimationFrame(() => channel.port2.postMessage(null));
      },
      { capture: true, signal: until.signal },
    );
    globalThis.timed = { taken: times, until };
  }, kind);
  await act();
  await new Promise((rest) => setTimeout(rest, 1_500));
  return page.evaluate(() => {
    const { taken, until } = globalThis.timed;
    until.abort();
    return taken;
  });
}

async function typeKeys(on: Page): Promise<void> {
  for (let key = 0; key < KEYS; key += 1) {
    await on.keyboard.press(key % 7 === 6 ? 'Backspace' : (`${key % 10}` as '0'));
    await new Promise((rest) => setTimeout(rest, 90));
  }
}

const median = (times: readonly number[], at = 0.5): number =>
  times.toSorted((one, other) => one - other)[Math.floor((times.length - 1) * at)] ?? 0;

await page.focus('[data-cell="12-4"]');
const typing = await paints('keydown', () => typeKeys(page));
await page.evaluate(() => {
  const input = document.createElement('input');
  document.body.append(input);
  input.focus();
});
const bare = await paints('keydown', () => typeKeys(page));
await page.focus('[data-cell="12-3"]');
const pasting = await paints('paste', async () => {
  await page.evaluate((count) => {
    const clipboardData = new DataTransfer();
    const text = Array.from({ length: count }, (_, index) => `Pasted ${index}\t${index % 70}\tt\t31.5`).join('\n');
    clipboardData.setData('text/plain', text);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  }, LINES);
});
await browser.close();
await application.stop();
books.remove();

const line = (name: string, times: readonly number[], aim: string): string =>
  `| ${name} | ${median(times).toFixed(0)} | ${median(times, 0.95).toFixed(0)} | ${aim} |`;
const report = [
  `A sheet of ${LINES} lines in headless Chromium, ${cpus().length} × ${cpus()[0]?.model ?? 'processor'}.`,
  '',
  '| from the event to the paint | median, ms | 95 of 100, ms | aim |',
  '| --- | --: | --: | --: |',
  line(`key in the sheet (${typing.length})`, typing, '50'),
  line(`key in a bare input of the same page (${bare.length})`, bare, ''),
  line(`paste of ${LINES} rows`, pasting, '500'),
  '',
].join('\n');
process.stdout.write(report);
const day = new Date().toISOString().slice(0, 10);
writeFileSync(resolve(import.meta.dirname, `../../bench/results/${day}-sheet.md`), report);
