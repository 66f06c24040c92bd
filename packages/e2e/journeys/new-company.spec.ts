import type { Page } from 'puppeteer-core';
import { beforeAll, describe, expect, test } from 'vitest';
import { accessibilityProblems, click, fill, fillCell, press, sees } from '../src/browser.ts';
import { onEmptyBooks } from '../src/journey-page.ts';

const { go, address, page: opened } = onEmptyBooks('/');
let page: Page;
beforeAll(() => void (page = opened()));

async function takeIn(kind: string, csv: string): Promise<void> {
  await go(`/settings/${kind}`);
  await click(page, 'Import CSV');
  const box = await page.waitForSelector('textarea');
  await box?.focus();
  await page.evaluate((text) => document.execCommand('insertText', false, text), csv);
  await click(page, 'Import');
}

test('set up a company from nothing, on screen and from files', async () => {
  await sees(page, 'These books are empty');
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Begin the books');
  await sees(page, 'The name is empty. Fill it in.');
  await fill(page, 'Company', 'Kelder Dikes');
  await click(page, 'Begin the books');
  await sees(page, 'First steps');
  await takeIn('client', 'code,name\nTOWN,Kelder Town\n');
  await sees(page, '1 added, 0 changed.');
  await takeIn('cost-code', 'code,name,costType\n31,Earthwork,material\n32,Planting,gold\n');
  await sees(page, 'row 3, costType: "gold" is not one of');
  await takeIn('cost-code', 'code,name,costType\n31,Earthwork,material\n');
  await sees(page, '1 added, 0 changed.');
});

test('first steps lead on, and each is done once its page has what it needs', async () => {
  await go('/today');
  await sees(page, 'First steps');
  const next = () => page.$eval('li[aria-current="step"] a', ({ textContent }) => textContent);
  expect(await next()).toBe('Your letters');
  await page.locator('li[aria-current="step"] a').click();
  await fill(page, 'Address', '3 Sluice Row, Kelder');
  await click(page, 'Save letterhead');
  await sees(page, 'Letters carry it from now on.');
  await go('/today');
  // Cost codes and a client are there; what is missing is a supplier.
  await page.waitForFunction(() =>
    document.querySelector('li[aria-current="step"]')?.textContent.includes('suppliers'),
  );
  expect(await page.$$eval('li[data-done]', (done) => done.length)).toBe(2);
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('where nothing is yet, every report says so', async () => {
  for (const [path, says] of [
    ['/reports/portfolio', 'No project yet.'],
    ['/reports/estimate-against-actual', 'No estimate and no cost through this month.'],
    ['/reports/fade', 'No contract in both months.'],
    ['/reports/deadlines', 'No project is under way.'],
  ] as const) {
    await go(path);
    await sees(page, says);
    expect(await accessibilityProblems(page)).toEqual([]);
  }
});

test('add a project and a budget line by hand; what is wrong is told at its field and what was typed stays', async () => {
  await go('/projects');
  await click(page, 'Add project');
  await fill(page, 'Code *', 'DIKE');
  await fill(page, 'Name *', 'North dike');
  await fill(page, 'Client', 'TOWN');
  await press(page, 'Escape');
  await fill(page, 'Start *', 'soon');
  await fill(page, 'Contract price', '250,000');
  await (await page.waitForSelector('::-p-xpath(//*[@role="dialog"]//button[.="Add project"])'))?.click();
  await sees(page, '"soon" is no day');
  await sees(page, 'North dike');
  await fill(page, 'Start *', '2027-03-01');
  await (await page.waitForSelector('::-p-xpath(//*[@role="dialog"]//button[.="Add project"])'))?.click();
  await page.waitForSelector('main a[href^="/projects/1"]');
  await sees(page, '250,000.00');
});

test('a project without anything says where its estimate and forecast begin', async () => {
  await go('/projects/1/estimates');
  await sees(page, 'Begin one; approving it makes budget and contract.');
  await go('/projects/1/forecast');
  await sees(page, 'Approve an estimate, or add a budget line');
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('books are taken over once their trial balance balances, and show the project where it stood', async () => {
  await go('/today');
  await page.locator('::-p-aria(Opening balances)').click();
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-cell') === '0-0');
  const rows = [
    ['1010', '30,000'],
    ['earned', '50,000', '', '', '', '', '', 'DIKE'],
    ['billed', '', '70,000', '', '', '', '', 'DIKE'],
  ];
  for (const [place, cells] of rows.entries()) {
    await page.focus(`[data-cell="${place}-0"]`);
    for (const cell of cells) {
      if (cell !== '') await page.keyboard.type(cell);
      await press(page, 'Tab');
    }
  }
  await sees(page, 'Apart by 10,000.00');
  expect(await accessibilityProblems(page)).toEqual([]);
  await page.focus('[data-cell="3-0"]');
  for (const cell of ['3090', '', '10,000']) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await sees(page, 'Balances 80,000.00 80,000.00');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted OB-0001');
  // Earned 50,000, billed 70,000: overbilled by 20,000.
  await go('/reports/wip-schedule?m=2027-03');
  await sees(page, '20,000.00');
  await go('/closing');
  await sees(page, 'All 14 tie-outs tie.');
  await go('/documents/1');
  await click(page, 'Reverse');
  await fill(page, 'Reason', 'A trial only');
  await (await page.waitForSelector('::-p-xpath(//*[@role="dialog"]//button[.="Reverse"])'))?.click();
  await sees(page, 'Reversal of OB-0001');
});

test('the first month goes from bill to profit', async () => {
  await takeIn('budget-line', 'project,costCode,costType,cost,effectiveOn\nDIKE,31,material,200000,2027-03-01\n');
  await sees(page, '1 added, 0 changed.');
  await takeIn('supplier', 'code,name\nCLAY,Clay Pit\n');
  await sees(page, '1 added, 0 changed.');
  await go('/costs/bills/new');
  await page.focus('[data-cell="0-0"]');
  for (const cell of ['CLAY', '1', '3/15', '', '', 'DIKE', '31', '', '50,000']) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await sees(page, 'Nothing. Ctrl Enter posts 1 supplier bill of 50,000.00.');
  await press(page, 'Control+Enter');
  await sees(page, '0 rows');
  await go('/recognition?m=2027-03');
  // 50,000 of 200,000: a quarter of 250,000.
  await click(page, 'Recognize 62,500.00');
  await sees(page, 'Mar 2027 is recognized');
  await go('/reports/profitability?m=2027-03');
  await sees(page, '12,500.00');
  await go('/closing');
  await sees(page, 'All 14 tie-outs tie.');
});

test('a small job goes from a name typed in a sheet to a locked month: it earns what is billed', async () => {
  await go('/costs/bills/new?m=2027-03');
  await page.focus('[data-cell="0-0"]');
  for (const cell of ['CLAY', '2', '3/20', '', '']) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await page.keyboard.type('Slipway repair');
  await sees(page, 'Add project “Slipway repair”');
  await press(page, 'Enter');
  await sees(page, 'New project');
  expect(await page.evaluate(() => document.querySelector('[role="dialog"]')?.textContent)).toContain('as billed');
  await click(page, 'Add project');
  await page.waitForFunction(() => document.querySelector<HTMLInputElement>('[data-cell="0-5"]')?.value === 'SLIPWAY');
  await page.focus('[data-cell="0-6"]');
  for (const cell of ['31', '', '1,200']) {
    if (cell !== '') await page.keyboard.type(cell);
    await press(page, 'Tab');
  }
  await sees(page, '5010 Cost of revenue');
  await sees(page, 'Mar 2027 is recognized already');
  await press(page, 'Control+Enter');
  await sees(page, '0 rows');
  await go('/costs/invoices/new?project=SLIPWAY&m=2027-03');
  await fillCell(page, 'Share or amount, row 1', '2,000');
  await sees(page, 'Ctrl Enter posts 1 invoice of 2,000.00');
  await press(page, 'Control+Enter');
  await sees(page, 'INV-0001');
  await go('/recognition?m=2027-03');
  await sees(page, 'The run is out of date');
  await click(page, 'Run it again');
  await sees(page, 'What came since the run was posted changes this.');
  await fill(page, 'Reason', 'The slipway came since');
  await click(page, 'Take back and run again');
  await sees(page, 'Nothing came since that would change it.');
  await go('/reports/income-statement?m=2027-03');
  await sees(page, '64,500.00');
  const printed = await page.evaluate(async () => {
    const answer = await fetch('/api/reports/income-statement.pdf?through=2027-03&from=2027-03');
    return (await answer.text()).slice(0, 5);
  });
  expect(printed).toBe('%PDF-');
  await go('/closing?m=2027-03');
  await sees(page, 'All 14 tie-outs tie.');
  await click(page, 'Lock or open months');
  await fill(page, 'Reason', 'Done and looked through');
  await click(page, 'Lock through Mar 2027');
  await sees(page, 'Locked through Mar 2027');
});

describe('people', () => {
  const PASSWORD = 'heron otter samphire gate';

  test('add yourself: you administer the books, and sign in from then on', async () => {
    await go('/settings/people');
    await sees(page, 'these books are open to whoever sits at this machine');
    await click(page, 'Add yourself');
    await fill(page, 'Name', 'Ines Falk');
    await fill(page, 'E-mail', 'ines@kelder.example');
    await fill(page, 'Password', 'password1234');
    await click(page, 'Add');
    await sees(page, 'The password is among those tried first.');
    await fill(page, 'Password', PASSWORD);
    await click(page, 'Add');
    await sees(page, 'ines@kelder.example');
    await sees(page, 'Who may sign in, and as what.');
    await click(page, 'Add somebody');
    await fill(page, 'Name', 'Jon Reed');
    await fill(page, 'E-mail', 'jon@kelder.example');
    await fill(page, 'Password', PASSWORD);
    await page.locator('::-p-xpath(//*[@role="dialog"]//button[contains(., "accountant")])').click();
    await page.locator('::-p-xpath(//*[@role="option"][.="reader"])').click();
    await sees(page, 'no pay, and nothing is changed.');
    await click(page, 'Add');
    await sees(page, 'jon@kelder.example');
    expect(await accessibilityProblems(page)).toEqual([]);
  });

  test('sign out, and in again as somebody who reads: what they may not do is not offered', async () => {
    await click(page, 'Ines Falk administrator');
    await Promise.all([page.waitForNavigation({ waitUntil: 'networkidle0' }), click(page, 'Sign out')]);
    await page.locator('::-p-aria(E-mail)').wait();
    expect(await accessibilityProblems(page)).toEqual([]);
    await fill(page, 'E-mail', 'jon@kelder.example');
    await fill(page, 'Password', 'not the password');
    await press(page, 'Enter');
    await sees(page, 'E-mail and password do not belong together.');
    await fill(page, 'Password', PASSWORD);
    await press(page, 'Enter');
    await sees(page, 'Waiting for you');
    await go('/projects');
    await sees(page, 'North dike');
    const offered = await page.evaluate(() => document.body.innerText);
    expect(['Add project', 'Settings'].filter((words) => offered.includes(words))).toEqual(['Settings']);
    await go('/account');
    await sees(page, 'Jon Reed, jon@kelder.example, reader.');
    await sees(page, 'this one');
    expect(await accessibilityProblems(page)).toEqual([]);
  });

  test('a session that was ended meanwhile asks to sign in in front of the page', async () => {
    await go('/projects');
    await sees(page, 'North dike');
    await page.deleteCookie({ name: 'lowtide_session', url: address() });
    await click(page, 'Reports');
    await sees(page, 'What you typed is still here.');
    await fill(page, 'E-mail', 'jon@kelder.example');
    await fill(page, 'Password', PASSWORD);
    await press(page, 'Enter');
    await sees(page, 'Where do contracts stand?');
    await page.waitForFunction(() => document.querySelector('[role="alertdialog"]') === null);
  });
});
