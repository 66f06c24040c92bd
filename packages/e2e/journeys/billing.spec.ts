import { beforeAll, expect, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import { accessibilityProblems, click, fill, fillCell, press, sees } from '../src/browser.ts';
import { onDemoBooks } from '../src/journey-page.ts';

const journey = onDemoBooks('/projects?m=2027-03');
const { go, api } = journey;
let page: Page;
beforeAll(() => {
  page = journey.page();
});

interface Documents {
  readonly rows: readonly { readonly id: number; readonly number: string; readonly kind: string }[];
}

interface Billing {
  readonly applications: readonly {
    readonly state: string;
    readonly askedCents: number;
    readonly certifiedCents: number;
  }[];
}
const billing = async () => api<Billing>('/project-billing?project=1&through=2027-03');

/** An amount in minor units as it is written. */
const amountText = (amount: number): string =>
  (amount / 100).toLocaleString('en-US', { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** What a cell of a sheet shows once it shows anything, in minor units. */
async function amountIn(label: string): Promise<number> {
  const shown = await page.waitForFunction(
    (name) => {
      const cell = document.querySelector<HTMLInputElement>(`[aria-label="${name}"]`);
      return cell?.value === '' ? cell.placeholder : cell?.value;
    },
    {},
    label,
  );
  return Math.round(Number((await shown.jsonValue())?.replaceAll(',', '')) * 100);
}

/** The application of the demo that waits for its client. */
const waiting = async () => (await api<Documents>('/documents?through=2027-03&kind=application')).rows[0];

test('what the client certifies of an application is invoiced: one line less, with its reason', async () => {
  const application = await waiting();
  await go(`/documents/${application?.id}`);
  await sees(page, 'Completed now');
  await click(page, 'Certify');
  await sees(page, 'Certified amounts');
  const asked = (await billing()).applications[0]?.askedCents ?? 0;
  const certified = asked - (await amountIn('Asked, row 1')) + 1_000_00;
  await fillCell(page, 'Certified, row 1', '1,000');
  await press(page, 'ArrowDown');
  await sees(page, 'Why it is less is empty');
  await fillCell(page, 'Why less, row 1', 'The toe of the bank is not graded');
  await press(page, 'Tab');
  await sees(page, `Ctrl Enter posts 1 invoice of ${amountText(certified)}`);
  await sees(page, '1210 Retention receivable');
  expect(await accessibilityProblems(page)).toEqual([]);
  await press(page, 'Control+Enter');
  await sees(page, 'Posted INV-');
  expect(certified).toBeLessThan(asked);
  expect((await billing()).applications[0]).toMatchObject({
    ...{ state: 'certified', askedCents: asked, certifiedCents: certified },
  });
});

test('an application is begun from the schedule, proposed from its cost, corrected, and printed', async () => {
  await go('/costs/applications/new?project=GC-214');
  await click(page, 'Propose percent from cost');
  await sees(page, 'Ctrl Enter posts 1 application for payment');
  await fillCell(page, '% to date, row 1', '120');
  await press(page, 'ArrowDown');
  await sees(page, 'is more than is left of A Site and earthwork');
  await fillCell(page, '% to date, row 1', '90');
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 application for payment');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted AFP-');
  const first = await waiting();
  await go(`/documents/${first?.id}`);
  await click(page, 'Correct');
  await sees(page, 'Corrects');
  await fillCell(page, '% to date, row 1', '88');
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 application for payment');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted AFP-');
  const second = await waiting();
  expect(second?.id).not.toBe(first?.id);
  await go(`/documents/${second?.id}`);
  await sees(page, 'Version 2');
  await sees(page, 'A Site and earthwork:');
  const pdf = await page.evaluate(async () => {
    const link = [...document.querySelectorAll('a')].find(({ textContent }) => textContent?.includes('Print (PDF)'));
    const answer = await fetch(link?.href ?? '');
    return { type: answer.headers.get('content-type'), begins: (await answer.text()).slice(0, 5) };
  });
  expect(pdf).toEqual({ type: 'application/pdf', begins: '%PDF-' });
});

test('how the billing of a project stands is read on one page', async () => {
  await go('/projects/1?part=billing');
  await sees(page, 'Held back by the client');
  await sees(page, 'A Site and earthwork');
  await sees(page, 'AFP-');
  expect(await accessibilityProblems(page)).toEqual([]);
});

test('hours and costs of a project are billed by time and materials, one of them lower with its reason', async () => {
  await go('/costs/work-invoices/new?project=OS-212');
  await click(page, 'All unbilled work');
  await sees(page, 'Ctrl Enter posts 1 invoice of');
  await fillCell(page, 'Billed, row 1', '500');
  await press(page, 'ArrowDown');
  await sees(page, 'Say why it is written down');
  await fillCell(page, 'Why otherwise, row 1', 'Travel is not charged');
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 invoice of');
  expect(await accessibilityProblems(page)).toEqual([]);
  await press(page, 'Control+Enter');
  await sees(page, 'Posted INV-');
  const left = await api<{ rows: unknown[] }>('/unbilled-work?project=3');
  expect(left.rows).toEqual([]);
  await go('/reports/realization?m=2027-03&by=person');
  await sees(page, 'Written down');
  await sees(page, 'J. Godwit');
});

test('a deposit is asked for and paid, and pays a part of the next invoice', async () => {
  await go('/costs/deposit-invoices/new?project=BW-230');
  await fillCell(page, 'Percent or amount, row 1', '5%');
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 deposit invoice');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted DEP-');
  const { rows } = await api<Documents>('/documents?through=2027-03&kind=client-deposit');
  await go(`/documents/${rows[0]?.id}`);
  await click(page, 'Record receipt');
  await sees(page, 'Receipt against DEP-');
  await press(page, 'Enter');
  await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  await go('/costs/invoices/new?project=BW-230');
  await fillCell(page, 'Share or amount, row 1', '10,000');
  await fillCell(page, 'Deposit used, row 1', '50%');
  await press(page, 'Tab');
  await sees(page, 'Paid by deposit');
  await sees(page, '2350 Client deposits');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted INV-');
});

test('somebody is invoiced in words, and what they will not pay is written off', async () => {
  await go('/costs/plain-invoices/new');
  for (const [name, text] of [
    ['Client, row 1', 'TESSEL'],
    ['What for, row 1', 'Survey boat'],
    ['Quantity, row 1', '2'],
    ['Price, row 1', '1,450'],
    ['Discount, row 1', '10%'],
  ] as const) {
    await fillCell(page, name, text);
  }
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 invoice of 2,610.00');
  await press(page, 'Control+Enter');
  await sees(page, 'Posted INV-');
  const { rows } = await api<Documents>('/documents?through=2027-03&kind=invoice');
  const latest = rows.reduce((one, other) => (other.id > one.id ? other : one));
  await go(`/documents/${latest.id}`);
  await click(page, 'Write off');
  await sees(page, '2,610.00 is open');
  await fill(page, 'Why', 'Insolvent');
  await page.evaluate(() => {
    const dialog = document.querySelector('[role="dialog"]');
    [...(dialog?.querySelectorAll('button') ?? [])].find((button) => button.textContent === 'Write off')?.click();
  });
  await sees(page, 'WO-');
});

test('what is to be billed now fills a sheet, and who finances whom is read month by month', async () => {
  await go('/billing?part=now');
  await sees(page, 'plan date reached');
  expect(await accessibilityProblems(page)).toEqual([]);
  await page.evaluate(() =>
    [...document.querySelectorAll('button')]
      .find(({ textContent }) => textContent?.startsWith('Fill a sheet'))
      ?.click(),
  );
  await sees(page, 'Contract invoices');
  await sees(page, 'QH-221');
  await go('/projects/7?part=money');
  await sees(page, 'The company lent its client at most');
  await click(page, 'Figures');
  await sees(page, 'Received − paid, expected');
  expect(await accessibilityProblems(page)).toEqual([]);
});

interface Answers {
  readonly rows: readonly {
    readonly number: string;
    readonly name: string;
    readonly kind: string;
    readonly about: string;
    readonly amountCents: number | null;
  }[];
}

test('a client announces a payment, and the receipt is begun from what they say', async () => {
  const { rows } = await api<Answers>('/client-messages');
  const [first, again] = rows.filter(({ kind }) => kind === 'payment announced');
  const amount = amountText(first?.amountCents ?? 0);
  expect(again).toMatchObject({ about: first?.about, remarks: [{ kind: 'announced-before' }] });
  await go('/billing?part=answers');
  await sees(page, `Receipt of ${amount} on 30 Mar 2027`);
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, `Act on it: ${first?.number}`);
  await sees(page, `Ctrl Enter posts 1 client receipt of ${amount}`);
  await press(page, 'Control+Enter');
  await sees(page, 'Posted RCT-');
  await go('/billing?part=answers');
  await click(page, `Drop: ${again?.number}`);
  await fill(page, 'Reason', 'Not theirs');
  await click(page, 'Drop it');
  await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  const dispute = rows.find(({ kind }) => kind === 'disputed');
  await click(page, `Act on it: ${dispute?.number}`);
  await sees(page, 'Credit');
  await sees(page, `${dispute?.name}`);
});

test('who is late is reminded by letter, and what they promise is noted', async () => {
  await go('/billing?part=open');
  await sees(page, 'Reminder, 31 Mar 2027');
  await click(page, 'MARREN');
  await sees(page, 'comes next');
  const { overdueCents } = await api<{ overdueCents: number }>(
    `/clients/${new URL(page.url()).pathname.split('/').at(-1)}/account?through=2027-03`,
  );
  await sees(page, `Second reminder of ${amountText(overdueCents)} comes next`);
  expect(await accessibilityProblems(page)).toEqual([]);
  await click(page, 'Second reminder');
  await fill(page, 'Text of its own', 'As agreed by telephone');
  await page.evaluate(() => {
    const dialog = document.querySelector('[role="dialog"]');
    [...(dialog?.querySelectorAll('button') ?? [])]
      .find(({ textContent }) => textContent === 'Second reminder')
      ?.click();
  });
  await sees(page, 'Second reminder (PDF)');
  await click(page, 'Note a promise');
  await fill(page, 'To be paid on', '15 apr');
  await click(page, 'Note it');
  await sees(page, '15 Apr 2027');
});
