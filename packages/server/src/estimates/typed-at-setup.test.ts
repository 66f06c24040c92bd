import { beforeEach, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { approve, priced, type Head } from '../priced-estimate.test.support.ts';
import { smallCompany, type TestApp } from '../small-company.test.support.ts';

// GATE was set up with a price of 100,000, stone for 50,000 and 750 h of crew for 30,000.
const company = smallCompany();
const GATE = 1;
const ROWS = [
  { section: 'All', code: 'A/31-250', text: 'Stone', cost: '52,000', price: '80,000' },
  { code: '31-250', text: 'Crew hired', cost: '35,000', price: '32,500' },
];
let app: TestApp;
beforeEach(async () => {
  app = await company.open();
  return () => app.close();
});

const page = () => app.ask<Answer<'project'>>(`/projects/${GATE}?through=2027-01`);
const stands = async () => {
  const { position, budgetTotals, budget } = await page();
  return {
    contract: position.contract.amountCents,
    budget: budgetTotals.originalCents,
    lines: budget
      .filter(({ original }) => original.amountCents !== 0)
      .map(({ code, original }) => [code, original.amountCents]),
  };
};
const TYPED = {
  ...{ contract: 10_000_000, budget: 8_000_000 },
  lines: [
    ['31-100', 3_000_000],
    ['A/31-250', 5_000_000],
  ],
};

test('an approved estimate takes the place of what was typed, and says by how much it differs', async () => {
  const { typedAtSetUp } = await app.ask<Answer<'estimates'>>(`/projects/${GATE}/estimates`);
  expect(typedAtSetUp).toEqual({ costCents: 8_000_000, priceCents: 10_000_000 });
  expect(await stands()).toMatchObject({ contract: TYPED.contract, budget: TYPED.budget });
  await approve(app, await priced(app, GATE, ROWS));
  expect(await stands()).toMatchObject({ contract: 11_250_000, budget: 8_700_000 });
  const { contractChanges } = await page();
  expect(contractChanges.map(({ reason, amountCents }) => [reason, amountCents])).toEqual([
    ['Original contract', 10_000_000],
    ['Estimate 1 takes the place of 100,000.00 typed at setting up: 12,500.00 more', -10_000_000],
    ['Estimate 1', 11_250_000],
  ]);
  const { rows } = await app.ask<{ rows: { fields: Record<string, string> }[] }>('/records/project');
  expect(rows.find(({ fields }) => fields['code'] === 'GATE')?.fields['contractPrice']).toBe('112,500.00');
});

test('withdrawn, what was typed counts again', async () => {
  const before = await stands();
  const estimate = await priced(app, GATE, ROWS);
  await approve(app, estimate);
  const { rows } = await app.ask<Answer<'estimates'>>(`/projects/${GATE}/estimates`);
  const { version } = rows.find(({ id }) => id === estimate.id) as Head;
  await app.order('POST', `/estimates/${estimate.id}/withdrawal`, { version, reason: 'Wrong one' });
  expect(await stands()).toEqual(before);
});

test('changes of the contract agreed before stay on top', async () => {
  const fields = { project: 'GATE', effectiveOn: '2027-01-15', amount: '7,000', reason: 'Extra ladder' };
  await app.order('POST', '/records/contract-change', { fields });
  await approve(app, await priced(app, GATE, ROWS), { agreedOn: '2027-01-20' });
  expect(await stands()).toMatchObject({ contract: 11_950_000 });
});

test('units that were typed and replaced are none of the line any more', async () => {
  const rows = [
    {
      section: 'All',
      code: '31-100',
      costType: 'labor',
      text: 'Crew',
      quantity: '40',
      unit: 'day',
      unitCost: '800',
      price: '100,000',
    },
  ];
  await approve(app, await priced(app, GATE, rows));
  const { lines } = await app.ask<Answer<'forecast'>>(`/projects/${GATE}/forecast?through=2027-01`);
  expect(lines.find(({ code }) => code === '31-100')?.units).toEqual({ kind: 'of', quantity: 400_000, unit: 'day' });
});

test('a price that would leave the contract below zero is refused', async () => {
  const fields = { project: 'GATE', effectiveOn: '2027-01-15', amount: '-9,000', reason: 'Less ladder' };
  await app.order('POST', '/records/contract-change', { fields });
  const small = await priced(app, GATE, [{ section: 'All', code: '31-250', cost: '100', price: '5,000' }]);
  expect(
    await app.refused('POST', `/estimates/${small.id}/approval`, {
      ...{ version: small.version, agreedOn: '2027-01-20', grouping: 'section', plan: [] },
    }),
  ).toEqual(['contract-below-zero']);
});
