import { following } from '@lowtide/core/problems/decision.ts';
import { ublProblems } from '@lowtide/core/ubl/checked-ubl.ts';
import { readUbl } from '@lowtide/core/ubl/read-ubl.ts';
import { expect, test } from 'vitest';
import { taxCodes } from '../company/list-queries.ts';
import { xmlTree } from '../print/xml.ts';
import { invoiceOf, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany(async (app) => {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/client',
  );
  const county = rows.find(({ fields }) => fields['code'] === 'COUNTY');
  const fields = { ...county?.fields, country: 'us', taxNumber: 'US-771' };
  await app.order('PUT', `/records/client/${county?.id}`, { version: county?.version, fields });
  await app.order('POST', '/records/tax-code', {
    fields: {
      code: 'RC',
      name: 'Reverse',
      rate: '0',
      recoverable: '0',
      category: 'reverse charge',
      exemption: 'Art. 196',
    },
  });
});

/** The document as whoever gets it reads it, and what of its totals and tax does not meet the format's rules (EN 16931). */
async function received(app: TestApp, id: number | undefined) {
  const xml = await (await fetch(`${app.address}/api/documents/${id}/ubl.xml`)).text();
  const read = following(xmlTree(xml), readUbl);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const codes = await taxCodes(app.books.reader);
  const said = { company: read.value.customer, currency: 'USD', taxCodes: codes };
  return { xml, invoice: read.value, wrong: ublProblems(read.value, said).map(({ kind }) => kind) };
}

test('an invoice in words goes out with its discount by tax, its parties and their numbers, and its totals meet the rules', async () => {
  const app = await company.open();
  const row = { project: '', phase: '', amount: '', account: '', deposit: '', dueOn: '' };
  const [posted] = await post(app, '2027-01', {
    ...{ kind: 'plain-invoices', datedOn: '2027-01-20' },
    rows: [
      { ...row, client: 'COUNTY', text: 'Survey days', quantity: '3', price: '333.33', taxCode: 'ST', discount: '5%' },
      { ...row, client: '', text: 'Report', quantity: '', price: '500', taxCode: 'RC', discount: '' },
    ],
  });
  const { xml, invoice, wrong } = await received(app, posted?.id);
  expect(wrong).toEqual([]);
  // 999.99 and 500.00, less 75.00 of discount; 59.37 of tax on 949.99.
  expect(invoice.totals).toMatchObject({ lines: 149_999, beforeTax: 142_499, tax: 5_937, payable: 148_436 });
  expect(xml).toContain('<cbc:IdentificationCode>US</cbc:IdentificationCode>');
  expect(xml).toContain('<cbc:CompanyID>US-771</cbc:CompanyID>');
  expect(xml).toContain('<cbc:TaxExemptionReason>Art. 196</cbc:TaxExemptionReason>');
  await app.close();
});

test('what a deposit pays is told as paid before, what is held back in the terms', async () => {
  const app = await company.open();
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const gate = rows.find(({ fields }) => fields['code'] === 'GATE');
  const fields = { ...gate?.fields, retention: '10' };
  await app.order('PUT', `/records/project/${gate?.id}`, { version: gate?.version, fields });
  const [deposit] = await post(app, '2027-01', {
    ...{ kind: 'deposit-invoices', datedOn: '2027-01-10' },
    rows: [{ project: 'GATE', amount: '200', taxCode: '', dueOn: '', text: '' }],
  });
  await app.order('POST', '/receipts', { documentId: deposit?.id, paidOn: '2027-01-25', amount: '200' });
  const [posted] = await post(app, '2027-01', {
    ...{ kind: 'invoices', datedOn: '2027-01-26' },
    rows: [{ project: 'GATE', share: '1,000', taxCode: 'ST', deposit: 'all', dueOn: '', text: '' }],
  });
  const { xml, invoice, wrong } = await received(app, posted?.id);
  expect(wrong).toEqual([]);
  expect(invoice.totals).toMatchObject({ beforeTax: 100_000, tax: 6_250, prepaid: 20_000, payable: 86_250 });
  expect(xml).toContain('100.00 is held back by the contract; 762.50 is due now.');
  await app.close();
});

test('a credit note goes out as one', async () => {
  const app = await company.open();
  const invoice = await app.order<{ id: number }>('POST', '/invoices', {
    ...invoiceOf('GATE', 'amount', '1,000.00'),
    taxCode: 'ST',
  });
  const note = await app.order<{ id: number }>('POST', '/credit-notes', {
    ...{ documentId: invoice.id, datedOn: '2027-01-31', work: '400', text: 'Too much' },
  });
  const { xml, wrong, invoice: read } = await received(app, note.id);
  expect(wrong).toEqual([]);
  expect(xml).toContain('<CreditNote');
  expect(Math.abs(read.totals.payable)).toBe(42_500);
  await app.close();
});
