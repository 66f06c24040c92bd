import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { accessibilityProblems, click, fill, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, api, address, page: opened } = onDemoBooks('/projects');
let page: Page;
const files = mkdtempSync(join(tmpdir(), 'lowtide-files-'));
beforeAll(() => void (page = opened()));
afterAll(() => rmSync(files, { recursive: true }));

const order = async (path: string, body: unknown): Promise<Response> =>
  fetch(`${address()}/api${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
    body: JSON.stringify(body),
  });

interface Row {
  readonly id: number;
  readonly code: string;
  readonly status: string;
}

/** The sill the client has not ordered yet. */
const sill = async (): Promise<number> => {
  const { rows } = await api<{ rows: readonly Row[] }>('/projects?through=2027-03');
  return rows.find(({ code }) => code === 'MB-240')?.id ?? 0;
};

/** Types cells from a place to the right; an empty one is passed over. */
async function typeRow(row: number, from: number, cells: readonly string[]): Promise<void> {
  await page.focus(`[data-cell="${row}-${from}"]`);
  for (const cell of cells) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Escape');
    await press(page, 'Tab');
  }
}

/** What a cell shows: what was typed, or in its place what follows. */
const shown = (cell: string) =>
  page.$eval(`[data-cell="${cell}"]`, (input) => {
    const { value, placeholder } = input as HTMLInputElement;
    return value === '' ? `(${placeholder})` : value;
  });

async function inDialog(button: string): Promise<void> {
  await page.locator(`[role="dialog"] ::-p-aria(${button})`).click();
}

test('work out an estimate with the keyboard: what follows is there while typing, what is wrong stays and is explained', async () => {
  await go(`/projects/${await sill()}/estimates`);
  await click(page, 'New estimate');
  await page.waitForSelector('[data-cell="0-0"]');
  await fill(page, 'Name', 'Second thoughts');
  await fill(page, 'Markup %', '20');
  await typeRow(0, 0, ['Sill']);
  await typeRow(1, 1, ['34-200', '', 'Reef modules, 1.2 m', '=30*4', 'each', '486']);
  await typeRow(2, 1, ['34-150', '', 'Divers', '80', 'h', 'diver']);
  await sees(page, '80 h of labor');
  // 120 at 486 is 58,320; 20 % on it 11,664.
  expect([await shown('1-7'), await shown('1-8'), await shown('1-9'), await shown('1-11')]).toEqual([
    '(58,320.00)',
    '(20.00)',
    '(11,664.00)',
    '(69,984.00)',
  ]);
  await typeRow(1, 11, ['70,000']);
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[data-cell="1-9"]')?.placeholder === '11,680.00',
  );
  await typeRow(1, 8, ['25']);
  // The last one typed rules: the price is emptied, and follows.
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[data-cell="1-11"]')?.placeholder === '72,900.00',
  );
  await typeRow(3, 3, ['Odd', '1x']);
  await sees(page, '1 row does not count yet');
  await sees(page, 'Row 4, Quantity: "1x" is no number.');
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('rows are put in, moved and taken out; Ctrl Z brings back what was there', async () => {
  await page.focus('[data-cell="1-3"]');
  await press(page, 'Control+Shift+ArrowDown');
  expect([await shown('1-3'), await shown('2-3')]).toEqual(['Divers', 'Reef modules, 1.2 m']);
  await press(page, 'Control+i');
  expect(await shown('3-3')).toBe('Reef modules, 1.2 m');
  await press(page, 'Control+z');
  await press(page, 'Control+z');
  expect([await shown('1-3'), await shown('2-3')]).toEqual(['Reef modules, 1.2 m', 'Divers']);
  await press(page, 'Control+Shift+Z');
  expect(await shown('1-3')).toBe('Divers');
  await press(page, 'Control+z');
});

test('leave the sheet and come back: everything typed is there, the wrong cell too', async () => {
  await click(page, 'Marrenby sill extension');
  await sees(page, 'Second thoughts');
  await page.locator('::-p-text(Estimate 3)').click();
  await page.waitForSelector('[data-cell="3-4"]');
  expect(await shown('3-4')).toBe('1x');
});

test('take the sheet to a spreadsheet and back, changed; a file that is none changes nothing', async () => {
  const id = /estimates\/(\d+)/.exec(page.url())?.[1] ?? '';
  await click(page, 'Files');
  await sees(page, 'for the client: sections and prices, no cost');
  const csv = await (await fetch(`${address()}/api/estimates/${id}.csv`)).text();
  const read = async (name: string, content: string): Promise<void> => {
    const path = join(files, name);
    writeFileSync(path, content);
    const [chooser] = await Promise.all([page.waitForFileChooser(), inDialog('Read a file back')]);
    await chooser.accept([path]);
  };
  await read('odd.xlsx', 'no workbook');
  await sees(page, 'Nothing was imported');
  await read('sill.csv', csv.replace('1x', '2').replace('Odd', 'Marker buoys'));
  await sees(page, 'Nothing.');
  expect([await shown('3-3'), await shown('3-4')]).toEqual(['Marker buoys', '2']);
  const workbook = await fetch(`${address()}/api/estimates/${id}.xlsx`);
  expect(workbook.headers.get('content-type')).toContain('spreadsheetml');
});

test('see what the client sees, and two versions side by side', async () => {
  await click(page, 'What the client sees');
  await page.waitForSelector('table[aria-label="What the client sees"]');
  const seen = await page.evaluate(() => document.querySelector('main')?.textContent ?? '');
  expect(seen).toContain('72,900.00');
  expect(seen).not.toContain('58,320.00');
  await click(page, 'Beside another version');
  await sees(page, 'Cost before');
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('approve it: refused while the plan is off and a code is missing; then budget, contract and plan are there', async () => {
  await click(page, 'What we see');
  await page.waitForSelector('[data-cell="3-6"]');
  await typeRow(3, 7, ['900']);
  await click(page, 'Approve');
  await page.waitForSelector('[role="dialog"] [data-cell="0-0"]');
  expect(await accessibilityProblems(page)).toEqual([]);
  const plan = async (row: number, cells: readonly string[]): Promise<void> => {
    for (const [column, cell] of cells.entries()) {
      await page.focus(`[role="dialog"] [data-cell="${row}-${column}"]`);
      await page.keyboard.type(cell);
    }
  };
  await plan(0, ['2027-04-30', 'On signing', '30 %']);
  await plan(1, ['2027-11-26', 'On completion', '60 %']);
  await inDialog('Approve');
  await sees(page, 'Not approved');
  await sees(page, 'Row 4, Code:');
  await inDialog('Cancel');
  await typeRow(3, 1, ['01-600']);
  await sees(page, 'Nothing.');
  await click(page, 'Approve');
  await plan(0, ['2027-04-30', 'On signing', '30 %']);
  await plan(1, ['2027-11-26', 'On completion', '70 %']);
  await inDialog('Approve');
  await sees(page, 'approved 31 Mar 2027 by I. Varga');
  const { contract } = (
    await api<{ position: { contract: { amountCents: number } } }>(`/projects/${await sill()}?through=2027-03`)
  ).position;
  const { plan: bills } = await api<{ plan: readonly { amountCents: number }[] }>(
    `/projects/${await sill()}/estimates`,
  );
  expect(bills.reduce((sum, { amountCents }) => sum + amountCents, 0)).toBe(contract.amountCents);
});

test('take the approval back with a reason, and approve again: nothing is posted yet', async () => {
  await click(page, 'Revoke approval');
  await inDialog('Revoke approval');
  await sees(page, 'Say why');
  await fill(page, 'Reason', 'Signed copy is missing');
  await inDialog('Revoke approval');
  await sees(page, 'being worked on');
  const project = await api<{ position: { contract: { amountCents: number } } }>(
    `/projects/${await sill()}?through=2027-03`,
  );
  expect(project.position.contract.amountCents).toBe(0);
  await click(page, 'Approve');
  await inDialog('Approve');
  await sees(page, 'approved 31 Mar 2027 by I. Varga');
});

test('a change order shows as exposure until it is approved; then contract, budget and target end follow', async () => {
  await click(page, 'Marrenby sill extension');
  await click(page, 'New change order');
  await page.waitForSelector('[data-cell="0-0"]');
  await fill(page, 'Name', 'Ten modules more');
  await fill(page, 'New target end', '2027-12-10');
  await typeRow(0, 0, ['Sill', '34-200', '', 'Reef modules, 1.2 m', '10', 'each', '486', '', '', '', '', '6,000']);
  await sees(page, '4,860.00');
  await click(page, 'Marrenby sill extension');
  await sees(page, 'with a price of 6,000.00 and a cost of 4,860.00 that may still come');
  await click(page, 'Budget & cost');
  await sees(page, '1 change order is pending: 6,000.00 of price and 4,860.00 of cost may still come.');
  await click(page, 'Estimates & changes');
  await page.locator('::-p-text(Change order 1)').click();
  await page.waitForSelector('[data-cell="0-3"]');
  await click(page, 'Approve');
  await inDialog('Approve');
  await sees(page, 'approved 31 Mar 2027');
  await click(page, 'Marrenby sill extension');
  await sees(page, '10 Dec 2027');
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('forecast the project, see what it does before saving, and recognize by it', async () => {
  const id = await sill();
  const records = await api<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const record = records.rows.find((row) => row.id === id);
  const fields = { ...record?.fields, status: 'active', startOn: '2027-03-01' };
  const changed = await fetch(`${address()}/api/records/project/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
    body: JSON.stringify({ version: record?.version, fields }),
  });
  expect(changed.status).toBe(200);
  const bill = {
    supplier: 'NORSAND',
    number: 'SILL-1',
    datedOn: '2027-03-30',
    dueOn: '',
    total: '',
    project: 'MB-240',
  };
  const rows = [{ ...bill, code: '34-200', costType: '', net: '20,000', tax: '', text: '' }];
  const draft = await order('/drafts', { month: '2027-03', sheet: { kind: 'bills', controlTotal: '', rows } });
  const { id: draftId, version } = (await draft.json()) as { id: number; version: number };
  const posted = await order(`/drafts/${draftId}/posting`, { month: '2027-03', version, acceptWarnings: true });
  expect(posted.status).toBe(201);

  await go(`/projects/${id}/forecast`);
  await sees(page, 'None was saved yet');
  const line = await page.$$eval('[data-cell$="-0"]', (cells) =>
    cells.findIndex((cell) => (cell as HTMLInputElement).value === '34-200'),
  );
  await typeRow(line, 6, ['to complete', '45,000']);
  await sees(page, 'Say why');
  await typeRow(line, 10, ['Modules came dearer']);
  await page.waitForFunction(() => !document.body.innerText.includes('error'));
  const revenue = await page.$$eval('section[aria-label="What saving it does"] td', (cells) =>
    cells.map(({ textContent }) => textContent),
  );
  const promised = revenue[revenue.findIndex((cell) => cell?.startsWith('To recognize')) + 2] ?? '';
  // Away and back: what is typed and not saved is still there.
  await click(page, 'Months');
  await click(page, 'Forecast');
  await page.waitForFunction(
    (cell) => document.querySelector<HTMLInputElement>(`[data-cell="${cell}"]`)?.value === '45,000.00',
    {},
    `${line}-7`,
  );
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Save the forecast of Mar 2027');
  await sees(page, 'Forecast of Mar 2027, saved');

  await page.locator('nav[aria-label="Sections"] a[href*="/recognition"]').click();
  await page.waitForSelector('table[aria-label="Recognition run"], [role="group"] table');
  const row = await page.waitForSelector('::-p-xpath(//tr[.//a[text()="MB-240"]])');
  expect(await row?.evaluate(({ textContent }) => textContent)).toContain(promised);
  await page.locator('::-p-xpath(//button[starts-with(., "Recognize")])').click();
  await sees(page, 'Mar 2027 is recognized');
  const run = await api<{ position: { earned: { amountCents: number }; estimate: { amountCents: number } } }>(
    `/projects/${id}?through=2027-03`,
  );
  expect((run.position.earned.amountCents / 100).toLocaleString('en-US', { minimumFractionDigits: 2 })).toBe(promised);
  expect(run.position.estimate.amountCents).toBeGreaterThan(65_000_00);
});

test('a decided sheet can be read and not typed in; a forecast of a locked month is kept from the first open one', async () => {
  await go('/projects/1/estimates/2');
  await page.waitForSelector('[data-cell="1-3"]');
  expect(await page.$eval('[data-cell="1-3"]', (cell) => (cell as HTMLInputElement).readOnly)).toBe(true);
  await go('/projects/1/forecast?m=2026-12');
  await page.waitForSelector('::-p-xpath(//button[starts-with(., "Save it from Feb 2027, the first open month")])');
});

test('choose the columns of the portfolio, save the view, open what a mark stands for', async () => {
  await go('/reports/portfolio?m=2027-02');
  await click(page, 'Columns of Portfolio');
  await page.locator('[role="dialog"] ::-p-aria([name="Labor"][role="row"])').click();
  await inDialog('Done');
  await page.waitForSelector('::-p-xpath(//th[contains(., "Labor")])');
  await click(page, 'Save view');
  await fill(page, 'Name', 'With labor');
  await inDialog('Save');
  await sees(page, 'With labor');
  await page.locator('ul[aria-label="Profit to date of the top projects"] button').click();
  await page.waitForFunction(() => /\/projects\/\d+$/.test(globalThis.location.pathname));
  await go('/reports/portfolio?m=2027-02');
  const mark = await page.waitForSelector('[role="button"][aria-label^="Jan 2027"]');
  await mark?.evaluate((each) => {
    if (each instanceof SVGElement) each.focus();
  });
  await press(page, 'Enter');
  await sees(page, 'Net income');
  expect(page.url()).toContain('m=2027-01');
});
