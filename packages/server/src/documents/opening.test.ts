import { describe, expect, test } from 'vitest';
import { LINE, tied } from '../orders.test.support.ts';
import { billSheet, GOOD_BILL, post, recognize, smallCompany, type TestApp } from '../small-company.test.support.ts';

const BLANK = {
  ...{ what: '', debit: '', credit: '', party: '', number: '', datedOn: '', dueOn: '' },
  ...{ project: '', code: '', costType: '', text: '' },
};
const opening = (...rows: readonly object[]) => ({
  ...{ kind: 'opening', text: 'From the books before' },
  rows: rows.map((row) => ({ ...BLANK, ...row })),
});

/** GATE is half done: 40,000 of 80,000 spent, 50,000 of 100,000 earned, 60,000 billed, of which 20,000 is not paid. */
const OLD_BOOKS = [
  { what: '1010', debit: '90,000' },
  { what: 'invoice', debit: '20,000', party: 'COUNTY', number: 'I-7', datedOn: '2026-11-30', project: 'GATE' },
  { what: 'bill', credit: '3,000', party: 'STONE', number: 'N-90', datedOn: '2026-12-10', dueOn: '2027-01-10' },
  { what: 'cost', debit: '32,000', project: 'GATE', code: 'A/31-250' },
  { what: 'cost', debit: '8,000', project: 'GATE', code: '31-100' },
  { what: 'earned', debit: '50,000', project: 'GATE' },
  { what: 'billed', credit: '60,000', project: 'GATE' },
  { what: '3090', credit: '97,000' },
];

const company = smallCompany();
const open = async (rows: readonly object[] = OLD_BOOKS): Promise<TestApp> => {
  const app = await company.open();
  await post(app, '2027-01', opening(...rows));
  return app;
};

interface Trial {
  readonly rows: readonly { readonly code: string; readonly debitCents: number; readonly creditCents: number }[];
  readonly earlierProfit: { readonly amountCents: number } | null;
}
const trial = async (app: TestApp, span = 'year') => {
  const { rows, earlierProfit } = await app.ask<Trial>(`/trial-balance?through=2027-01&span=${span}`);
  return {
    ...Object.fromEntries(rows.map(({ code, debitCents, creditCents }) => [code, (debitCents - creditCents) / 100])),
    earlier: (earlierProfit?.amountCents ?? 0) / 100,
  };
};

describe('books taken over', () => {
  test('show the trial balance of the books before; what projects earned stands as profit of earlier years', async () => {
    const app = await open();
    // Retained earnings of 97,000 hold the 10,000 that GATE earned.
    expect(await trial(app)).toEqual({
      ...{ '1010': 90_000, '1200': 20_000, '2010': -3_000, '1400': 50_000, '2300': -60_000 },
      ...{ '3090': -87_000, earlier: 10_000 },
    });
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('have the project where it stood: cost, earned, billed and half complete', async () => {
    const app = await open();
    const { rows } = await app.ask<{ rows: readonly object[] }>('/projects?through=2027-01');
    expect(rows).toContainEqual(
      expect.objectContaining({
        code: 'GATE',
        cost: expect.objectContaining({ amountCents: 4_000_000 }) as object,
        earned: expect.objectContaining({ amountCents: 5_000_000 }) as object,
        billed: expect.objectContaining({ amountCents: 6_000_000 }) as object,
      }),
    );
    await app.close();
  });

  test('the first recognition run posts only what is new since', async () => {
    const app = await open();
    expect(await app.refused('POST', '/recognition', { month: '2027-01', stamp: await stampOf(app) })).toEqual([
      'month nothing-to-recognize',
    ]);
    await post(app, '2027-01', billSheet(GOOD_BILL));
    const { id } = await recognize(app, '2027-01');
    // 48,000 of 80,000 is 60 %: 60,000 earned, 10,000 of it now; the 8,000 of the bill leave WIP.
    const { lines } = await app.ask<{ lines: { amountCents: number }[] }>(`/documents/${id}`);
    expect(lines.map(({ amountCents }) => amountCents / 100).toSorted((one, other) => one - other)).toEqual([
      -10_000, -8_000, 8_000, 10_000,
    ]);
    await app.close();
  });

  test('bills and invoices are paid as any other, and wait under their own age', async () => {
    const app = await open();
    const { rows } = await app.ask<{ rows: { id: number; kind: string; openCents: number }[] }>(
      '/documents?through=2027-01&open=yes',
    );
    const owed = await app.ask<{ rows: { kind: string }[] }>('/documents?through=2027-01&open=yes&openOn=payable');
    expect(owed.rows.map(({ kind }) => kind)).toEqual(['opening-bill']);
    const idOf = (kind: string) => rows.find((row) => row.kind === kind)?.id;
    await app.order('POST', '/payments', { documentId: idOf('opening-bill'), paidOn: '2027-01-15', amount: '3,000' });
    await app.order('POST', '/receipts', {
      documentId: idOf('opening-invoice'),
      paidOn: '2027-01-20',
      amount: '20,000',
    });
    expect(await trial(app)).toMatchObject({ '1010': 107_000, '2010': 0, '1200': 0 });
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('a bill that was taken over is not entered again', async () => {
    const app = await open();
    const { id, version } = await app.order<{ id: number; version: number }>('POST', '/drafts', {
      month: '2027-01',
      sheet: billSheet({ ...GOOD_BILL, number: 'N-90' }),
    });
    const posting = { month: '2027-01', version, acceptWarnings: true };
    expect(await app.refused('POST', `/drafts/${id}/posting`, posting)).toEqual(['rows/0/number duplicate-bill']);
    await app.close();
  });

  test('retention is taken over under its subcontract, and released from there', async () => {
    const app = await company.open();
    const item = { ...LINE, quantity: '', unit: '', price: '', net: '20,000.00', retention: '10', costType: 'sub' };
    const [order] = await post(app, '2027-01', { kind: 'subcontracts', rows: [item] });
    await post(
      app,
      '2027-01',
      opening(
        { what: 'retention', credit: '500', party: 'STONE', number: order?.number },
        { what: '1010', debit: '500' },
      ),
    );
    expect(await tied(app)).toEqual([]);
    const release = { orderId: order?.id, datedOn: '2027-01-30', dueOn: '+30', amount: '' };
    await app.order('POST', '/retention-releases', release);
    expect(await trial(app)).toMatchObject({ '2010': -500, '2020': 0 });
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('cost that names no project is a balance of the books before, and waits for nobody to code it', async () => {
    const app = await open([
      { what: '5010', debit: '700' },
      { what: '3090', credit: '700' },
    ]);
    expect(await app.ask<object>('/strays?through=2027-01')).toMatchObject({ count: 0 });
    await app.close();
  });

  test('are refused the second time, until the first are taken back', async () => {
    const app = await open([
      { what: '1010', debit: '500' },
      { what: '3090', credit: '500' },
    ]);
    const again = opening({ what: '1010', debit: '500' }, { what: '3090', credit: '500' });
    const draft = await app.order<{ id: number; version: number }>('POST', '/drafts', {
      month: '2027-01',
      sheet: again,
    });
    const posting = { month: '2027-01', version: draft.version, acceptWarnings: true };
    expect(await app.refused('POST', `/drafts/${draft.id}/posting`, posting)).toEqual(['rows balances-there']);
    const { rows } = await app.ask<{ rows: { id: number }[] }>('/documents?through=2027-01&kind=opening');
    await app.order('POST', `/documents/${rows[0]?.id}/reversal`, { postedOn: '', reason: 'Anew' });
    await app.order('POST', `/drafts/${draft.id}/posting`, posting);
    expect(await trial(app)).toMatchObject({ '1010': 500 });
    await app.close();
  });

  test('are taken back whole, on their own day, unless something is settled against them', async () => {
    const app = await open();
    const { rows } = await app.ask<{ rows: { id: number; kind: string; postedOn: string }[] }>(
      '/documents?through=2027-01&kind=opening',
    );
    const [taken] = rows;
    const back = { postedOn: '2026-12-31', reason: 'Typed from the wrong year' };
    await app.order('POST', `/documents/${taken?.id}/reversal`, back);
    expect(Object.values(await trial(app, 'all')).every((amount) => amount === 0)).toBe(true);
    expect(await tied(app)).toEqual([]);
    // What was taken back may be taken over again.
    await post(app, '2027-01', opening(...OLD_BOOKS));
    expect(await trial(app)).toMatchObject({ '1010': 90_000, '3090': -87_000 });
    await app.close();
  });

  test('come in as CSV, and go out as they came', async () => {
    const app = await open();
    const text = await (await fetch(`${app.address}/api/sheet-files/opening.csv`)).text();
    expect(text.split('\n')[0]?.trim()).toBe(
      'sheetText,what,debit,credit,party,number,datedOn,dueOn,project,code,costType,text',
    );
    expect(text).toContain('invoice,"20,000",,COUNTY,I-7,2026-11-30');
    await app.close();
  });
});

describe('is refused, and nothing is kept', () => {
  test('while the trial balance does not balance', async () => {
    const app = await company.open();
    const { id, version } = await app.order<{ id: number; version: number }>('POST', '/drafts', {
      month: '2027-01',
      sheet: opening(...OLD_BOOKS.slice(1)),
    });
    const posting = { month: '2027-01', version, acceptWarnings: true };
    expect(await app.refused('POST', `/drafts/${id}/posting`, posting)).toEqual(['rows unbalanced-opening']);
    expect(await trial(app)).toEqual({ earlier: 0 });
    await app.close();
  });

  test('once a month is locked', async () => {
    const app = await company.open();
    await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Closed' });
    const { id, version } = await app.order<{ id: number; version: number }>('POST', '/drafts', {
      month: '2027-01',
      sheet: opening(...OLD_BOOKS),
    });
    const posting = { month: '2027-01', version, acceptWarnings: true };
    expect(await app.refused('POST', `/drafts/${id}/posting`, posting)).toEqual(['postedOn month-locked']);
    await app.close();
  });
});

async function stampOf(app: TestApp): Promise<string> {
  return (await app.ask<{ stamp: string }>('/recognition?month=2027-01')).stamp;
}
