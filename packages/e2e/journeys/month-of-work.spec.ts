import type { Page } from 'puppeteer-core';
import { beforeAll, expect, test } from 'vitest';
import { click, fill, fillCell, press, sees } from '../src/browser.ts';
import { countedStrokes } from '../src/counted-strokes.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, api, page: opened } = onDemoBooks('/projects');
let page: Page;
beforeAll(() => void (page = opened()));

interface Documents {
  readonly rows: readonly { readonly id: number; readonly number: string; readonly grossCents: number }[];
}

test('enter a batch of supplier bills with the keyboard alone, post it, and see the gauges move', async () => {
  await go('/costs/bills/new');
  await fill(page, 'Control total of the batch', '=1,200+450.50');
  await page.focus('[data-cell="0-0"]');
  for (const cell of [
    'norsand',
    'KB-1',
    '3/30',
    '+30',
    '',
    'GC-214',
    'armor',
    '',
    '=800+400',
    '',
    'Riprap for the inlet',
  ]) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await sees(page, 'Missing 450.50');
  await sees(page, 'GC-214 has no budget line');
  await page.focus('[data-cell="1-0"]');
  for (const cell of ['ullage', 'KB-2', '3/30', '', '450.50', 'TP-226', 'workboat', '', '450.50', '', '']) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await sees(page, 'Adds up.');
  await sees(page, '2 ready');
  await press(page, 'Control+Enter');
  await sees(page, 'Post all the same?');
  await press(page, 'Enter');
  await sees(page, '+1,650.50');
  const { rows } = await api<Documents>('/documents?through=2027-03&kind=bill&text=KB-');
  expect(rows.map(({ number, grossCents }) => [number, grossCents])).toEqual([
    ['KB-2', 45_050],
    ['KB-1', 120_000],
  ]);
  expect(page.url()).toContain('/costs/bills/new');
});

test('a bill of three lines takes at most 1.2 strokes for each character it holds, from Ctrl K to posted', async () => {
  const { type, keys, strokes } = countedStrokes(page);
  await go('/projects');
  await keys('Control+k');
  await type('bills');
  // At once, before there is an answer.
  await keys('Enter');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
  const line = async (project: string, code: string, net: string, text: string): Promise<void> => {
    for (const cell of [project, code, '', net, '']) {
      await type(cell);
      await keys('Tab');
    }
    await type(text);
    await keys('Enter');
  };
  for (const cell of ['norsand', 'KB-9', '3/30', '', '2,400']) {
    await type(cell);
    await keys('Tab');
  }
  await line('GC-214', '31-250', '1,200', 'Riprap for the inlet');
  for (let skipped = 0; skipped < 5; skipped += 1) await keys('Tab');
  await line('GC-214', '01-540', '=20*40', 'Barge and fuel');
  for (let skipped = 0; skipped < 5; skipped += 1) await keys('Tab');
  await line('QH-221', '33-220', '', 'Fasteners for the boardwalk');
  await sees(page, '2,400.00');
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[data-cell="2-8"]')?.placeholder === '400.00',
  );
  const held = await page.$$eval('[data-cell]', (cells) =>
    cells.reduce((all, cell) => {
      const { value, placeholder } = cell as HTMLInputElement;
      return all + (value === '' ? placeholder : value).length;
    }, 0),
  );
  await keys('Control+Enter');
  await sees(page, 'Post all the same?');
  await keys('Enter');
  await sees(page, 'Posted KB-9');
  expect(held).toBeGreaterThan(150);
  expect(strokes() / held).toBeLessThan(1.2);
  // Taken back again with what is within reach.
  await click(page, 'Reverse');
  await fill(page, 'Reason', 'Counted only');
  await press(page, 'Enter');
  await sees(page, 'Reverses');
});

test('paste bills from a spreadsheet, keep what is wrong as typed, correct it, fill down', async () => {
  await go('/costs/bills/new');
  await page.focus('[data-cell="0-0"]');
  await page.evaluate(() => {
    const text =
      'STONEWALL\tP-1\t3/29\t\t\tQH-221\t33-220\t\t12,34\nBRANNOCK\tP-2\t3/29\t\t\tQH-221\t33-220\t\t99.00\n';
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', text);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  });
  await sees(page, 'There is no supplier "STONEWALL"');
  await sees(page, '"12,34" is no number');
  await fill(page, 'Supplier, row 1', 'BRANNOCK');
  await press(page, 'Escape');
  await fill(page, 'Net, row 1', '12.34');
  await sees(page, 'Nothing. Ctrl Enter posts 2 supplier bills of 111.34.');
  await page.focus('[data-cell="2-0"]');
  // What is not reached yet is not wrong yet; what the hand has left is.
  await press(page, 'Control+d', 'ArrowRight', 'ArrowRight');
  // The row is one more line of the bill above it, which waits for its net.
  await sees(page, 'Nothing. Ctrl Enter posts 1 supplier bill of 12.34.');
  await press(page, 'ArrowUp');
  await sees(page, 'Row 3, Net: The net amount is empty');
  await press(page, 'ArrowDown', 'Control+Delete');
  await sees(page, 'Nothing. Ctrl Enter posts 2 supplier bills of 111.34.');
  await page.reload({ waitUntil: 'networkidle0' });
  await sees(page, 'Nothing. Ctrl Enter posts 2 supplier bills of 111.34.');
  await press(page, 'Control+Enter');
  await sees(page, '0 rows');
  expect(
    (await api<Documents>('/documents?through=2027-03&kind=bill&text=P-')).rows
      .map(({ number }) => number)
      .filter((number) => number.startsWith('P-')),
  ).toEqual(['P-2', 'P-1']);
});

test('add a supplier without leaving the sheet', async () => {
  await go('/costs/bills/new');
  await page.focus('[data-cell="0-0"]');
  await page.keyboard.type('Saltern Ropes');
  await sees(page, 'Add supplier “Saltern Ropes”');
  await press(page, 'Enter');
  await sees(page, 'New supplier');
  await fill(page, 'Code *', 'SALTERN');
  await click(page, 'Add supplier');
  await page.waitForFunction(() => document.querySelector<HTMLInputElement>('[data-cell="0-0"]')?.value === 'SALTERN');
  await click(page, 'Discard');
  await click(page, 'Discard the sheet');
  await sees(page, 'Bills, spend and journals');
});

test('a duplicate, a locked month and a missing total are refused with the way out', async () => {
  await go('/costs?part=drafts');
  await page.waitForSelector('table[aria-label="Drafts"]');
  const { rows } = await api<{ rows: { id: number }[] }>('/drafts?kind=bills');
  await go(`/costs/bills/${rows.at(-1)?.id}`);
  await sees(page, 'is in the books already. Check the number, or leave this bill out.');
  await sees(page, '1,000.00 is still missing');
  await fill(page, 'Date, row 2', '1/15');
  await sees(page, 'Jan 2027 is locked');
  await click(page, 'Post (2 errors)');
  await sees(page, 'Nothing was posted');
  await click(page, 'Back to the sheet');
});

test('post a week of hours at the rates of the days', async () => {
  await go('/costs/hours/new');
  await page.focus('[data-cell="0-0"]');
  for (const cell of ['brisk', 'GC-214', 'earthwork', '', '8', '7.5']) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await sees(page, '15.5 hours');
  await sees(page, '2200 Labor clearing');
  const totals = await page.$$eval('[aria-label="Hours by person and day"] tr', (all) =>
    all.map((row) => [...row.children].map((cell) => cell.textContent).filter((text) => text !== '')),
  );
  expect(totals.slice(1)).toEqual([
    ['A. Brisk', '8', '7.5', '15.5'],
    ['Together', '8', '7.5', '15.5'],
  ]);
  await press(page, 'Control+Enter');
  await sees(page, '0 rows');
  const { rows } = await api<Documents>('/documents?through=2027-03&kind=hours');
  // 15.5 h × 35.3628, the rate from 2027 on, day by day: 282.90 + 265.22.
  expect(rows[0]?.grossCents).toBe(54_812);
});

test('recognize the month, take it back with a reason, and recognize it again', async () => {
  await go('/recognition?m=2027-03');
  const { totals, rows } = await api<{
    totals: { earnedMonthCents: number };
    rows: { code: string; warnings: { kind: string; message: string }[] }[];
  }>('/recognition?month=2027-03');
  const reef = rows.find(({ code }) => code === 'DR-225');
  await sees(page, reef?.warnings.find(({ kind }) => kind === 'loss-expected')?.message ?? 'a loss that is expected');
  await (await page.waitForSelector('::-p-xpath(//button[starts-with(., "Recognize")])'))?.click();
  await sees(page, 'Mar 2027 is recognized');
  await click(page, 'Reverse Mar 2027');
  await click(page, 'Reverse the run');
  await sees(page, 'Say why, in a few words');
  await fill(page, 'Reason', 'Late bill for the reef');
  await click(page, 'Reverse the run');
  await sees(page, 'Recognized through Feb 2027');
  await (await page.waitForSelector('::-p-xpath(//button[starts-with(., "Recognize")])'))?.click();
  await sees(page, 'Mar 2027 is recognized');
  const income = await api<{ revenue: { totals: number[] } }>('/income-statement?through=2027-03&from=2027-03');
  expect(income.revenue.totals[0]).toBe(totals.earnedMonthCents);
});

test('bill progress, print the invoice, take in the money', async () => {
  await go('/billing');
  await click(page, 'Bill QH-221');
  await fillCell(page, 'Share or amount, row 1', '60%');
  await press(page, 'Tab');
  await sees(page, 'is more than the unbilled contract value');
  await fillCell(page, 'Share or amount, row 1', '10%');
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 invoice of 139,480.80');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted INV-');
  const [posted] = (await api<Documents>('/documents?through=2027-03&kind=invoice&text=QH-221')).rows;
  await go(`/documents/${posted?.id}`);
  await sees(page, '139,480.80');
  const pdf = await page.evaluate(async () => {
    const link = [...document.querySelectorAll('a')].find(({ textContent }) => textContent?.includes('Print (PDF)'));
    const answer = await fetch(link?.href ?? '');
    return { type: answer.headers.get('content-type'), begins: (await answer.text()).slice(0, 5) };
  });
  expect(pdf).toEqual({ type: 'application/pdf', begins: '%PDF-' });
  await click(page, 'Record receipt');
  await fill(page, 'Amount', '139,480.81');
  await click(page, 'Record receipt');
  await sees(page, '139,480.81 is more than is open');
  await fill(page, 'Amount', '100,000');
  await click(page, 'Record receipt');
  await sees(page, 'Settled by RCT-');
  await sees(page, '39,480.80');
});

test('reverse a posted bill: both stay, linked, and the project is as before', async () => {
  const { rows } = await api<Documents>('/documents?through=2027-03&kind=bill&text=KB-1');
  await go(`/documents/${rows[0]?.id}`);
  await click(page, 'Reverse');
  await fill(page, 'Reason', 'Belongs to the reef');
  await press(page, 'Enter');
  await sees(page, 'Reverses KB-1');
  await sees(page, '1,200.00');
});

test('credit a part of a paid invoice, and apply the credit to one that is open', async () => {
  const invoices = async (more: string) =>
    (await api<Documents>(`/documents?through=2027-03&kind=invoice&text=Garrow${more}`)).rows;
  const [one] = await invoices('&open=yes');
  // The oldest but one: the first is smaller than what is credited.
  const other = (await invoices('')).at(-2);
  await go(`/documents/${other?.id}`);
  await click(page, 'Credit');
  await fill(page, 'Work credited', '999,999');
  await fill(page, 'Why', 'Ten loads counted twice');
  await click(page, 'Post credit note');
  await sees(page, 'is more than is left to credit of');
  await fill(page, 'Work credited', '8,000');
  await click(page, 'Post credit note');
  await sees(page, 'CN-0001');
  await sees(page, 'Ten loads counted twice');
  await click(page, 'Apply credit');
  await fill(page, 'Against', one?.number ?? '');
  await press(page, 'Escape');
  await (await page.waitForSelector('::-p-xpath(//*[@role="dialog"]//button[.="Apply credit"])'))?.click();
  await sees(page, 'APP-0001');
  await go(`/documents/${one?.id}`);
  await sees(page, 'Settled by APP-0001');
});

test('close a project: refused while it is not billed in full, then closed, then opened again', async () => {
  const { rows } = await api<{ rows: { id: number; fields: { code: string } }[] }>('/records/project');
  const id = rows.find(({ fields }) => fields.code === 'WX-216')?.id;
  const setStatus = async (status: string): Promise<void> => {
    await go(`/projects/${id}?part=record`);
    await click(page, 'Change the record');
    await page.locator('::-p-xpath(//*[@role="dialog"]//button[@aria-haspopup="listbox"][contains(., "ed")])').click();
    await page.locator(`::-p-xpath(//*[@role="option"][normalize-space(.)="${status}"])`).click();
    await click(page, 'Save');
  };
  await setStatus('closed');
  await sees(page, '589,000.00');
  await sees(page, '620,000.00');
  await go('/billing');
  await click(page, 'Bill WX-216');
  await fillCell(page, 'Share or amount, row 1', '5%');
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 invoice of 31,000.00');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted INV-');
  await setStatus('closed');
  await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  await sees(page, 'closed');
  const closing = async () => (await api<Documents>('/documents?through=2027-03&kind=closing')).rows.length;
  expect(await closing()).toBe(2);
  await setStatus('finished');
  await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  expect((await api<Documents>('/documents?through=2027-03&kind=reversal&text=CLO')).rows).toHaveLength(1);
});
