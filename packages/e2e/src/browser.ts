import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';

const ARGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export async function openBrowser(): Promise<Browser> {
  return puppeteer.launch({ executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium', args: ARGS });
}

/** A page of 1280×800 that fails the test when its script does. */
export async function openPage(browser: Browser, address: string): Promise<Page> {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  page.on('pageerror', (error) => {
    throw error;
  });
  page.setDefaultTimeout(30_000);
  await page.goto(address, { waitUntil: 'networkidle0' });
  return page;
}

/** Waits until the page shows the text, as people see it: its inputs count with what is typed in them. */
export async function sees(page: Page, text: string): Promise<void> {
  try {
    await page.waitForFunction(
      (wanted) => {
        const typed = [...document.querySelectorAll('input, textarea')]
          .map((field) => (field as HTMLInputElement).value)
          .join('\n');
        return `${document.body.innerText}\n${typed}`.replace(/\s+/g, ' ').includes(wanted);
      },
      {},
      text,
    );
  } catch (error) {
    const shown = await page.evaluate(() => document.body.innerText.slice(0, 3_000));
    throw new Error(`“${text}” is not to be seen in:\n${shown}`, { cause: error });
  }
}

/** Clicks what has the accessible name. */
export async function click(page: Page, name: string): Promise<void> {
  await page.locator(`::-p-aria(${name})`).click();
}

/** Puts text in the field with the accessible name, in place of what is there. */
export async function fill(page: Page, name: string, text: string): Promise<void> {
  // a locator looks again when the page was left for another in between
  const field = await page.locator(`::-p-aria(${name})`).waitHandle();
  await field.focus();
  await page.keyboard.down('Control');
  await page.keyboard.press('a');
  await page.keyboard.up('Control');
  if (text === '') await page.keyboard.press('Backspace');
  else await page.keyboard.type(text);
}

/** Types into the cell of a sheet with the label, such as `Net, row 1`, in place of what is there. */
export async function fillCell(page: Page, label: string, text: string): Promise<void> {
  const cell = await page.locator(`input[aria-label="${label}"]`).waitHandle();
  await cell.focus();
  await page.keyboard.type(text);
}

/** In the demo: goes on as somebody else. */
export async function actAs(page: Page, from: string, name: string): Promise<void> {
  await click(page, from);
  const chosen = await page.waitForSelector(`::-p-xpath(//*[@role="menuitem"][.//b[.="${name}"]])`);
  await Promise.all([page.waitForNavigation({ waitUntil: 'networkidle0' }), chosen?.click()]);
  await sees(page, name);
}

export async function press(page: Page, ...keys: readonly string[]): Promise<void> {
  for (const key of keys) {
    const [last = '', ...held] = key.split('+').reverse();
    for (const each of held.reverse()) await page.keyboard.down(each as 'Control');
    await page.keyboard.press(last as 'Enter');
    for (const each of held) await page.keyboard.up(each as 'Control');
  }
}

declare global {
  /** The accessibility rules, once they are in the page. */
  var axe: {
    run: (
      options: unknown,
    ) => Promise<{ violations: { id: string; help: string; nodes: { html: string; failureSummary: string }[] }[] }>;
  };
}

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What the accessibility rules find wrong with the page, in words; nothing is wrong when it is empty. */
export async function accessibilityProblems(page: Page): Promise<readonly string[]> {
  await page.evaluate(axe);
  return page.evaluate(async () => {
    const { violations } = await globalThis.axe.run({ resultTypes: ['violations'] });
    return violations.map(
      ({ id, help, nodes }) =>
        `${id}: ${help}: ${nodes
          .slice(0, 3)
          .map(({ html, failureSummary }) => `${html.slice(0, 160)} (${failureSummary.slice(0, 200)})`)
          .join(' | ')}`,
    );
  });
}
