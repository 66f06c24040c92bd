import { describe, expect, test } from 'vitest';
import { openApart } from '../open-by-project.test.support.ts';
import { post, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

const company = smallCompany(async (app) => {
  await app.order('POST', '/records/project', {
    fields: {
      ...{ code: 'REED', name: 'Reed bed', kind: 'client', client: 'COUNTY', startOn: '2027-01-01', status: 'active' },
      ...{ method: 'as-billed', costTreatment: 'expense', contractPrice: '10,000', retention: '10' },
      retentionWithFinal: '50',
    },
  });
});

const depositOf = (amount: string, project = 'REED') => ({
  ...{ kind: 'deposit-invoices', datedOn: '2027-01-10' },
  rows: [{ project, amount, taxCode: 'ST', dueOn: '', text: 'Before we begin' }],
});
const shareOf = (share: string, deposit = '') => ({
  ...{ kind: 'invoices', datedOn: '2027-01-20' },
  rows: [{ project: 'REED', share, taxCode: '', deposit, dueOn: '', text: '' }],
});
const receipt = (app: TestApp, document: number | undefined, amount: string) =>
  app.order<{ id: number }>('POST', '/receipts', { documentId: document, paidOn: '2027-01-25', amount });
const open = async (app: TestApp, id: number | undefined): Promise<number> =>
  (await app.ask<{ document: { openCents: number } }>(`/documents/${id}`)).document.openCents;
const balances = async (app: TestApp) => {
  const { rows } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-01',
  );
  const shown = Object.fromEntries(rows.map(({ code, balance }) => [code, balance.amountCents]));
  // Accounts of nothing are not shown.
  return { '1200': 0, '1210': 0, '1400': 0, '2100': 0, '2300': 0, '2350': 0, '4900': 0, ...shown };
};
const refusal = async (app: TestApp, sheet: object): Promise<readonly string[]> => {
  const { preview } = await app.order<{ preview: { problems: { at: string; kind: string }[] } }>('POST', '/drafts', {
    ...{ month: '2027-01', sheet, preview: true },
  });
  return preview.problems.map(({ at, kind }) => `${at} ${kind}`);
};
const sound = async (app: TestApp): Promise<void> => {
  const { ties } = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>('/frame');
  expect(ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents)).toEqual([]);
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  expect(await openApart(app)).toEqual([]);
  await app.close();
};

describe('a deposit', () => {
  test('is owed to the client, paid, drawn down by invoices to the cent, and comes back with a credit note', async () => {
    const app = await company.open();
    const [deposit] = await post(app, '2027-01', depositOf('20%'));
    expect(deposit?.number).toBe('DEP-0001');
    // 2,000.00 and 6.25 % of it. Nothing of it can be used before it is paid.
    expect(await open(app, deposit?.id)).toBe(212_500);
    expect(await refusal(app, shareOf('30%', '1'))).toEqual(['rows/0/deposit over-deposit']);
    const paid = await receipt(app, deposit?.id, '1,000');
    const [first] = await post(app, '2027-01', shareOf('30%', '25%'));
    // 3,000.00 less 300.00 held back; a quarter of 2,700.00 by the deposit: 675.00, of it 635.29 before tax.
    expect(await open(app, first?.id)).toBe(202_500);
    expect(await balances(app)).toMatchObject({ '2350': -136_471, '1210': 30_000, '2300': -300_000 });
    expect(
      await app.refused('POST', `/documents/${paid.id}/reversal`, { postedOn: '2027-01-31', reason: 'x' }),
    ).toEqual(['deposit-used']);
    await receipt(app, deposit?.id, '1,125');
    const [second] = await post(app, '2027-01', shareOf('30%', 'all'));
    expect(await open(app, second?.id)).toBe(125_000);
    expect(await balances(app)).toMatchObject({ '2350': 0 });
    // All of the second invoice is credited: what the deposit paid of it is the client's again, and can be used again.
    await app.order('POST', '/credit-notes', {
      documentId: second?.id,
      datedOn: '2027-01-31',
      work: '',
      text: 'Not done',
    });
    expect(await open(app, second?.id)).toBe(0);
    expect(await balances(app)).toMatchObject({ '2350': -136_471, '1210': 30_000, '2300': -300_000 });
    await post(app, '2027-01', shareOf('20%', '1,450'));
    expect(await balances(app)).toMatchObject({ '2350': 0 });
    await sound(app);
  });

  test('is taken back while it is not used', async () => {
    const app = await company.open();
    const [deposit] = await post(app, '2027-01', depositOf('500'));
    await app.order('POST', `/documents/${deposit?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Not agreed' });
    expect(await balances(app)).toMatchObject({ '2350': 0 });
    await sound(app);
  });
});

describe('the final invoice', () => {
  const state = async (app: TestApp) => {
    const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
      '/records/project',
    );
    const fields = rows.find((row) => row.fields['code'] === 'REED')?.fields;
    return [fields?.['status'], fields?.['actualEndOn']];
  };

  test('bills the rest, releases what was agreed, and finishes the project; the run that earns it closes it', async () => {
    const app = await company.open();
    await post(app, '2027-01', shareOf('60%'));
    const [final] = await post(app, '2027-01', shareOf('final'));
    // 4,000.00 less 400.00 held back, and half of the 1,000.00 held in all released: 4,100.00 to pay.
    expect(await open(app, final?.id)).toBe(410_000);
    expect(await balances(app)).toMatchObject({ '1210': 50_000, '2300': -1_000_000 });
    expect(await state(app)).toEqual(['finished', '2027-01-20']);
    const run = await app.ask<{ stamp: string }>('/recognition?month=2027-01');
    const posted = await app.order<{ id: number }>('POST', '/recognition', { month: '2027-01', stamp: run.stamp });
    expect((await state(app))[0]).toBe('closed');
    expect(await balances(app)).toMatchObject({ '2300': 0, '1400': 0, '4010': -1_000_000 });
    // The run is taken back, and run again.
    await app.order('POST', '/recognition/reversal', { documentId: posted.id, reason: 'Late cost' });
    expect((await state(app))[0]).toBe('finished');
    expect(await balances(app)).toMatchObject({ '2300': -1_000_000 });
    const again = await app.ask<{ stamp: string }>('/recognition?month=2027-01');
    await app.order('POST', '/recognition', { month: '2027-01', stamp: again.stamp });
    expect((await state(app))[0]).toBe('closed');
    await sound(app);
  });

  test('taken back, the project goes on', async () => {
    const app = await company.open();
    const [final] = await post(app, '2027-01', shareOf('final'));
    await app.order('POST', `/documents/${final?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Not done yet' });
    expect(await state(app)).toEqual(['active', '']);
    await sound(app);
  });
});

describe('a plain invoice', () => {
  const plain = (rows: readonly object[]) => ({
    ...{ kind: 'plain-invoices', datedOn: '2027-01-20' },
    rows: rows.map((row) => ({ text: '', ...row })),
  });

  test('of no project stands on its account, is paid, credited and printed', async () => {
    const app = await company.open();
    const lines = [
      { client: 'COUNTY', text: 'Survey days', quantity: '3', price: '400', taxCode: 'ST', discount: '10%' },
      { text: 'Report', amount: '300', taxCode: 'ST' },
    ];
    const [invoice] = await post(app, '2027-01', plain(lines));
    // 1,500.00 less 150.00, and 6.25 % of 1,350.00: 84.38.
    expect(await open(app, invoice?.id)).toBe(143_438);
    expect(await balances(app)).toMatchObject({ '1200': 143_438, '4900': -135_000, '2100': -8_438 });
    const { ties } = await app.ask<{ ties: { oneCents: number; otherCents: number }[] }>('/frame');
    expect(ties.every(({ oneCents, otherCents }) => oneCents === otherCents)).toBe(true);
    await receipt(app, invoice?.id, '434.38');
    await app.order('POST', '/credit-notes', {
      documentId: invoice?.id,
      datedOn: '2027-01-31',
      work: '',
      text: 'Wrong',
    });
    expect(await balances(app)).toMatchObject({ '4900': 0, '2100': 0, '1200': -43_438 });
    const pdf = await fetch(`${app.address}/api/invoices/${invoice?.id}.pdf`);
    expect((await pdf.text()).slice(0, 5)).toBe('%PDF-');
    await sound(app);
  });

  test('of a project bills its work, no more than its price', async () => {
    const app = await company.open();
    const [invoice] = await post(app, '2027-01', plain([{ project: 'REED', text: 'Mowing', amount: '10,000' }]));
    expect(await open(app, invoice?.id)).toBe(900_000);
    expect(await refusal(app, plain([{ project: 'REED', text: 'More', amount: '1' }]))).toEqual([
      'rows/0/amount over-contract',
    ]);
    await sound(app);
  });
});

test('what clients hold back and paid ahead before the books began is taken over, and goes on', async () => {
  const app = await company.open();
  const row = {
    debit: '',
    credit: '',
    party: 'COUNTY',
    datedOn: '',
    dueOn: '',
    project: 'REED',
    code: '',
    costType: '',
  };
  const opening = {
    ...{ kind: 'opening', text: '' },
    rows: [
      { ...row, what: 'held back', debit: '300', number: 'OLD-7', text: '' },
      { ...row, what: 'client deposit', credit: '1,000', number: 'OLD-3', text: '' },
      { ...row, what: 'billed', credit: '3,000', number: '', party: '', text: '' },
      { ...row, what: '1010', debit: '3,700', party: '', project: '', number: '', text: '' },
    ],
  };
  await post(app, '2027-01', opening);
  expect(await balances(app)).toMatchObject({ '1210': 30_000, '2350': -100_000 });
  await post(app, '2027-01', shareOf('10%', 'all'));
  // 1,000.00 less 100.00 held back, all of it by the deposit.
  expect(await balances(app)).toMatchObject({ '2350': -10_000, '1210': 40_000 });
  const release = { kind: 'retention-invoices', datedOn: '2027-01-25' };
  await post(app, '2027-01', { ...release, rows: [{ project: 'REED', amount: '', taxCode: '', dueOn: '', text: '' }] });
  expect(await balances(app)).toMatchObject({ '1210': 0 });
  await sound(app);
});
