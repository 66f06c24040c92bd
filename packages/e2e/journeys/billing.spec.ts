import { beforeAll, expect, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import { accessibilityProblems, click, fillCell, press, sees } from '../src/browser.ts';
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

/** The application of the demo that waits for its client. */
const waiting = async () => (await api<Documents>('/documents?through=2027-03&kind=application')).rows[0];

test('what the client certifies of an application is invoiced: one line less, with its reason', async () => {
  const application = await waiting();
  await go(`/documents/${application?.id}`);
  await sees(page, 'Completed now');
  await click(page, 'Certify');
  await sees(page, 'Certified amounts');
  await fillCell(page, 'Certified, row 1', '30,000');
  await press(page, 'ArrowDown');
  await sees(page, 'Why it is less is empty');
  await fillCell(page, 'Why less, row 1', 'The toe of the bank is not graded');
  await press(page, 'Tab');
  await sees(page, 'Ctrl Enter posts 1 invoice of 103,500.00');
  await sees(page, '1210 Retention receivable');
  expect(await accessibilityProblems(page)).toEqual([]);
  await press(page, 'Control+Enter');
  await sees(page, 'Posted INV-');
  const billing = await api<{ applications: { state: string; askedCents: number; certifiedCents: number }[] }>(
    '/project-billing?project=1&through=2027-03',
  );
  expect(billing.applications[0]).toMatchObject({
    state: 'certified',
    askedCents: 11_150_000,
    certifiedCents: 10_350_000,
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
