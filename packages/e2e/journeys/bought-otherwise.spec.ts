import { writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { click, fill, fillCell, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const { go, api, page: opened } = onDemoBooks('/costs');
let page: Page;
const files = mkdtempSync(join(tmpdir(), 'lowtide-files-'));
beforeAll(() => void (page = opened()));
afterAll(() => rmSync(files, { recursive: true }));

/** Presses the button of the dialog that is open, and waits until it is gone. */
const inDialog = async (button: string): Promise<void> => {
  await (await page.waitForSelector(`::-p-xpath(//*[contains(@role,"dialog")]//button[.="${button}"])`))?.click();
  await page.waitForFunction(() => !document.querySelector('[role$="dialog"]'));
};
const balance = async (account: string): Promise<number> => {
  const { rows } = await api<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-03&span=all',
  );
  return rows.find(({ code }) => code === account)?.balance.amountCents ?? 0;
};
const onFirstCell = () => page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
const newest = async (kind: string) => {
  const { rows } = await api<{ rows: { id: number; number: string }[] }>(
    `/documents?through=2027-03&kind=${kind}&order=-dated&offset=0`,
  );
  return rows.toSorted((one, other) => other.id - one.id)[0];
};
/** Posts the sheet once it is read as one document of the amount; what is pointed out is accepted. */
const postsOne = async (amount: string): Promise<void> => {
  await sees(page, `1 ready, entered ${amount}`);
  await press(page, 'Control+Enter');
  await page.waitForFunction(
    () => document.querySelector('[role$="dialog"]') !== null || document.body.innerText.includes('0 rows'),
  );
  if ((await page.$('[role$="dialog"]')) !== null) await inDialog('Post all the same');
  await sees(page, '0 rows');
};

test('agree a subcontract with retention, bill a part of it, and release what was withheld', async () => {
  const [payable, withheld] = [await balance('2010'), await balance('2020')];
  await go('/costs/subcontracts/new');
  await onFirstCell();
  await fillCell(page, 'Supplier, row 1', 'DIVEWELL');
  await fillCell(page, 'Date, row 1', '3/20');
  await fillCell(page, 'Retention %, row 1', '10');
  await fillCell(page, 'Project, row 1', 'GC-214');
  await fillCell(page, 'Code or account, row 1', '33-450');
  await fillCell(page, 'Type, row 1', 'sub');
  await fillCell(page, 'Text, row 1', 'Diving at the sill');
  await fillCell(page, 'Net, row 1', '8000');
  await press(page, 'Tab');
  await postsOne('8,000.00');
  const subcontract = await newest('subcontract');
  await go(`/orders/${subcontract?.id}`);
  await click(page, 'Enter bill');
  await onFirstCell();
  await fillCell(page, 'Bill number, row 1', 'SD-0401');
  await fillCell(page, 'Date, row 1', '3/30');
  await fillCell(page, 'Net, row 1', '2000');
  await press(page, 'Tab');
  await postsOne('2,000.00');
  // 10 % of 2,000.00 is withheld: owed on an account of its own.
  expect([await balance('2010'), await balance('2020')]).toEqual([payable - 180_000, withheld - 20_000]);
  await go(`/orders/${subcontract?.id}`);
  await click(page, 'Release retention');
  // The client holds back its own of this project still: it is asked, and said that it is meant so.
  const ask = '::-p-xpath(//*[@role="dialog"]//button[.="Release retention"])';
  await (await page.waitForSelector(ask))?.click();
  await sees(page, 'and its client released');
  await inDialog('Release it ahead of the client');
  expect([await balance('2010'), await balance('2020')]).toEqual([payable - 200_000, withheld]);
});

test('pay a deposit, and let a bill use it up', async () => {
  const payable = await balance('2010');
  await go('/costs?part=open');
  await click(page, 'Pay a deposit');
  await fill(page, 'Supplier', 'REEFCAST');
  await press(page, 'Escape');
  await fill(page, 'Paid on', '3/22');
  await fill(page, 'Amount', '500');
  await inDialog('Pay deposit');
  const deposit = await newest('supplier-deposit');
  await go('/costs/bills/new');
  await onFirstCell();
  await fillCell(page, 'Supplier, row 1', 'REEFCAST');
  await fillCell(page, 'Bill number, row 1', 'RM-90');
  await fillCell(page, 'Date, row 1', '3/30');
  await fillCell(page, 'Code or account, row 1', '6100');
  await fillCell(page, 'Net, row 1', '800');
  await press(page, 'Tab');
  await postsOne('800.00');
  await go(`/documents/${deposit?.id}`);
  await click(page, 'Apply credit');
  await sees(page, 'RM-90');
  await fill(page, 'Against', 'RM-90');
  await press(page, 'Escape');
  await inDialog('Apply credit');
  expect(await balance('2010')).toBe(payable - 30_000);
});

test('split a line over two projects by hours, to the cent', async () => {
  await go('/costs/bills/new');
  await onFirstCell();
  await fillCell(page, 'Supplier, row 1', 'REEFCAST');
  await fillCell(page, 'Bill number, row 1', 'RM-91');
  await fillCell(page, 'Date, row 1', '3/30');
  await fillCell(page, 'Project, row 1', 'TP-226');
  await fillCell(page, 'Code or account, row 1', '34-200');
  await fillCell(page, 'Net, row 1', '1000');
  await press(page, 'Tab');
  await click(page, 'Split line');
  await sees(page, 'Split 1,000.00 over projects and codes');
  await (
    await page.waitForSelector('::-p-xpath(//*[@role="dialog"]//span[.="By"]/following-sibling::button)')
  )?.click();
  await click(page, 'hours');
  await fill(page, 'Hours, part 1', '7');
  await fill(page, 'Project, part 2', 'GC-214');
  await press(page, 'Escape');
  await fill(page, 'Code, part 2', '31-250');
  await press(page, 'Escape');
  await fill(page, 'Hours, part 2', '14');
  await sees(page, 'Comes to 666.67.');
  await click(page, 'Split the line');
  await sees(page, '333.33');
  await sees(page, 'GC-214 31-250 MAT 666.67');
});

test('open the credit note against a bill, with every line turned', async () => {
  const bill = await newest('bill');
  await go(`/documents/${bill?.id}`);
  await click(page, 'Credit note');
  await onFirstCell();
  await sees(page, '−800.00');
  await fillCell(page, 'Bill number, row 1', 'RM-90 C');
  await press(page, 'Tab');
  await postsOne('−800.00');
});

test('keep a paper with a bill, see it there, and delete it', async () => {
  const paper = join(files, 'delivery note.txt');
  writeFileSync(paper, 'Eight modules, set down at the north basin');
  const bill = await newest('bill');
  await go(`/documents/${bill?.id}`);
  const choosing = page.waitForFileChooser();
  await click(page, 'Add a file');
  await (await choosing).accept([paper]);
  await sees(page, 'delivery note.txt');
  await click(page, 'Show');
  const frame = await page.waitForSelector('iframe[title="delivery note.txt"]');
  expect(await (await frame?.contentFrame())?.$eval('body', ({ textContent }) => textContent)).toContain('north basin');
  await click(page, 'Delete delivery note.txt');
  await page.waitForFunction(() => !document.body.innerText.includes('delivery note.txt'));
});

test('enter an accrual that takes itself back, have it come again, and find it due', async () => {
  await go('/costs/journal/new');
  await fill(page, 'Text', 'Mooring fees of the month');
  await fill(page, 'Date', '3/31');
  await fill(page, 'Accrual reversed on', '4/1');
  await fillCell(page, 'Account, row 1', '6100');
  await fillCell(page, 'Debit, row 1', '420');
  await fillCell(page, 'Account, row 2', '1010');
  await fillCell(page, 'Credit, row 2', '420');
  await press(page, 'Tab');
  await postsOne('420.00');
  const journal = await newest('journal');
  const { linked } = await api<{ linked: { reversedById: number | null } }>(`/documents/${journal?.id}`);
  const taken = await api<{ document: { postedOn: string } }>(`/documents/${linked.reversedById}`);
  expect(taken.document.postedOn).toBe('2027-04-01');
  await go(`/documents/${journal?.id}`);
  await click(page, 'Repeat');
  await fill(page, 'Name', 'Mooring fees');
  await fill(page, 'Every so many months', '1');
  await fill(page, 'Next', '3/31');
  await inDialog('Repeat');
  await go('/costs?part=journals&show=recurring');
  await sees(page, 'Mooring fees');
  await sees(page, '31 Mar 2027, due');
});

test('name a project that does not exist in a bill, add it with Enter, and see its income statement', async () => {
  await go('/costs/bills/new');
  await onFirstCell();
  await fillCell(page, 'Supplier, row 1', 'REEFCAST');
  await fillCell(page, 'Bill number, row 1', 'RM-92');
  await fillCell(page, 'Date, row 1', '3/30');
  await fillCell(page, 'Project, row 1', 'Quay kiosk');
  await sees(page, 'Add project “Quay kiosk” …');
  await press(page, 'ArrowDown', 'Enter');
  await sees(page, 'New project');
  await fill(page, 'Client', 'GARROW');
  await press(page, 'Escape');
  await fill(page, 'Manager', 'N. Ash');
  await press(page, 'Enter');
  await page.waitForFunction(() => !document.querySelector('[role$="dialog"]'));
  await sees(page, 'QUAY');
  await fillCell(page, 'Code or account, row 1', '34-200');
  await fillCell(page, 'Net, row 1', '250');
  await press(page, 'Tab');
  await postsOne('250.00');
  const { rows } = await api<{ rows: { id: number; code: string }[] }>('/projects?through=2027-03');
  await go(`/projects/${rows.find(({ code }) => code === 'QUAY')?.id}`);
  await click(page, 'Income statement');
  await sees(page, 'QUAY Quay kiosk');
});

test('correct a wrong amount: the bill is reversed, and its sheet waits filled in', async () => {
  const wrong = await newest('bill');
  await go(`/documents/${wrong?.id}`);
  await click(page, 'Correct');
  await fill(page, 'Reason', 'A digit too few');
  await click(page, 'Reverse and correct');
  await onFirstCell();
  await fillCell(page, 'Net, row 1', '260');
  await press(page, 'Tab');
  await postsOne('260.00');
  const { document } = await api<{ document: { reversedBy: string | null } }>(`/documents/${wrong?.id}`);
  expect([document.reversedBy, (await newest('bill'))?.number]).toEqual(['Reversal of RM-92', 'RM-92']);
});

test('recode one line of a posted bill, seen before it posts; the result of the company stays', async () => {
  const profit = async () =>
    (await api<{ netIncome: { amountCents: number }[] }>('/income-statement?from=2026-01&through=2027-04')).netIncome[0]
      ?.amountCents;
  const before = await profit();
  await go(`/documents/${(await newest('bill'))?.id}`);
  await click(page, 'Recode');
  await fill(page, 'Project', 'TP-226');
  await press(page, 'Escape');
  await fill(page, 'Code, or phase/code', '34-200');
  await sees(page, 'Dr 5010 Cost of revenue TP-226 34-200 MAT 260.00');
  await inDialog('Recode');
  await sees(page, 'The line once more with its signs turned');
  expect(await profit()).toBe(before);
});

test('order from a project: its project is proposed, the budget it passes is told, and committed stands beside actual', async () => {
  const committed = async () =>
    (await api<{ budget: { committed: { amountCents: number } }[] }>('/projects/1?through=2027-03')).budget.reduce(
      (all, row) => all + row.committed.amountCents,
      0,
    );
  const before = await committed();
  await go('/projects/1');
  await click(page, 'Order');
  await onFirstCell();
  await sees(page, 'GC-214');
  await page.keyboard.type('NORSAND');
  await fillCell(page, 'Code or account, row 1', 'A/31-240');
  await fillCell(page, 'Quantity, row 1', '10');
  await fillCell(page, 'Price, row 1', '100');
  await press(page, 'Tab');
  await sees(page, 'goes over its budget of');
  await sees(page, 'an order commits its cost');
  await postsOne('1,000.00');
  expect(await committed()).toBe(before + 100_000);
});
