import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  invoiceOf,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  type TestApp,
} from '../small-company.test.support.ts';

interface Position {
  readonly code: string;
  readonly cost: { readonly amountCents: number };
  readonly earned: { readonly amountCents: number };
  readonly billed: { readonly amountCents: number };
}

let app: TestApp;
beforeEach(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterEach(() => app.close());

const gate = async (through = '2027-01', known = ''): Promise<Position> => {
  const { rows } = await app.ask<{ rows: Position[] }>(
    `/projects?through=${through}${known === '' ? '' : `&known=${known}`}`,
  );
  const found = rows.find(({ code }) => code === 'GATE');
  if (!found) throw new Error('GATE');
  return found;
};
const reverse = (id: number | undefined, postedOn = '2027-01-31') =>
  app.send('POST', `/documents/${id}/reversal`, { postedOn, reason: 'Wrong' });

describe('a reversal', () => {
  test('leaves both documents, linked both ways, and no cent', async () => {
    const [bill] = await post(app, '2027-01', billSheet(GOOD_BILL));
    const { body } = await reverse(bill?.id);
    const original = await app.ask<{ document: { reversedBy: string }; linked: { reversedById: number } }>(
      `/documents/${bill?.id}`,
    );
    expect(original).toMatchObject({
      document: { reversedBy: 'Reversal of N-1', openCents: 0 },
      linked: { reversedById: body['id'] },
    });
    expect(await app.ask(`/documents/${body['id'] as unknown as number}`)).toMatchObject({
      document: { reverses: 'N-1' },
      linked: { reversesId: bill?.id },
    });
    expect((await gate()).cost.amountCents).toBe(0);
  });

  test('is refused twice, before its day, of a reversal, and while money is settled', async () => {
    const [bill, other] = await post(app, '2027-01', billSheet(GOOD_BILL, { ...GOOD_BILL, number: 'N-2' }));
    expect(await reverse(bill?.id, '2027-01-19')).toMatchObject({
      status: 422,
      body: { problems: [{ at: 'postedOn', kind: 'days-out-of-order' }] },
    });
    const { body } = await reverse(bill?.id);
    expect(await reverse(bill?.id)).toMatchObject({ status: 409, body: { problems: [{ kind: 'already-reversed' }] } });
    expect(await reverse(body['id'] as unknown as number)).toMatchObject({ status: 409 });
    const paid = await app.order<{ id: number }>('POST', '/payments', {
      documentId: other?.id,
      paidOn: '2027-01-31',
      amount: '100',
    });
    expect(await reverse(other?.id)).toMatchObject({ status: 422, body: { problems: [{ kind: 'settled' }] } });
    expect((await reverse(paid.id)).status).toBe(201);
    expect((await reverse(other?.id)).status).toBe(201);
  });
});

test('a payment before its bill is asked about, and recorded when it is meant', async () => {
  const [bill] = await post(app, '2027-01', billSheet(GOOD_BILL));
  const payment = { documentId: bill?.id, paidOn: '2027-01-02', amount: '100' };
  expect(await app.refused('POST', '/payments', payment)).toEqual(['paidOn paid-before']);
  expect((await app.send('POST', '/payments', { ...payment, acceptWarnings: true })).status).toBe(201);
});

describe('recognition', () => {
  test('earns the share of the contract that cost is of the estimate, once a month, in order', async () => {
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '20,000.00' }));
    await recognize(app, '2027-01');
    // 20,000 of 80,000: a quarter of 100,000.
    expect((await gate()).earned.amountCents).toBe(2_500_000);
    expect(await app.refused('POST', '/recognition', { month: '2027-01', stamp: 'x' })).toEqual([
      'month month-already-run',
    ]);
    expect(await app.refused('POST', '/recognition', { month: '2026-12', stamp: 'x' })).toEqual([
      'month later-month-run',
    ]);
    expect(await app.refused('POST', '/recognition', { month: '2027-02', stamp: 'x' })).toEqual(['month month-ahead']);
    app.setToday('2027-02-28');
    expect(await app.refused('POST', '/recognition', { month: '2027-02', stamp: 'x' })).toEqual([
      'month nothing-to-recognize',
    ]);
  });

  test('posts only what was shown: a bill between preview and posting asks for another look', async () => {
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '20,000.00' }));
    const { stamp } = await app.ask<{ stamp: string }>('/recognition?month=2027-01');
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'N-2', net: '1,000.00' }));
    expect(await app.send('POST', '/recognition', { month: '2027-01', stamp })).toMatchObject({
      status: 409,
      body: { problems: [{ kind: 'preview-outdated' }] },
    });
  });

  test('can be taken back, the latest only, and run again', async () => {
    app.setToday('2027-02-28');
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '20,000.00' }));
    const january = await recognize(app, '2027-01');
    await post(app, '2027-02', billSheet({ ...GOOD_BILL, number: 'N-2', datedOn: '2027-02-10', net: '20,000.00' }));
    const february = await recognize(app, '2027-02');
    expect(await app.refused('POST', '/recognition/reversal', { documentId: january.id, reason: 'x' })).toEqual([
      'documentId not-latest-run',
    ]);
    expect(await app.refused('POST', `/documents/${february.id}/reversal`, { postedOn: '', reason: 'x' })).toEqual([
      'reverse-elsewhere',
    ]);
    await app.order('POST', '/recognition/reversal', { documentId: february.id, reason: 'Estimate was old' });
    await app.order('POST', '/records/estimate-override', {
      fields: { project: 'GATE', month: '2027-02', amount: '100,000', reason: 'Harder ground' },
    });
    await recognize(app, '2027-02');
    // 40,000 of 100,000: two fifths.
    expect((await gate('2027-02')).earned.amountCents).toBe(4_000_000);
    expect((await gate('2027-01')).earned.amountCents).toBe(2_500_000);
  });

  test('catches up on a contract change that comes late and leaves the month before alone', async () => {
    app.setToday('2027-02-28');
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '40,000.00' }));
    await recognize(app, '2027-01');
    await app.order('POST', '/records/contract-change', {
      fields: { project: 'GATE', effectiveOn: '2027-02-01', amount: '20,000', reason: 'Second gate' },
    });
    await recognize(app, '2027-02');
    expect((await gate('2027-01')).earned.amountCents).toBe(5_000_000);
    expect((await gate('2027-02')).earned.amountCents).toBe(6_000_000);
  });
});

describe('billing', () => {
  test('asks for shares and at last for exactly the rest; tax on top; a receipt settles', async () => {
    await app.order('POST', '/invoices', invoiceOf('GATE', 'percent', '33.3333'));
    await app.order('POST', '/invoices', invoiceOf('GATE', 'amount', '=10,000/3'));
    expect(await app.refused('POST', '/invoices', invoiceOf('GATE', 'amount', '90,000'))).toEqual([
      'value over-contract',
    ]);
    const last = await app.order<{ id: number; number: string }>('POST', '/invoices', {
      ...invoiceOf('GATE', 'rest'),
      taxCode: 'ST',
    });
    expect(last.number).toBe('INV-0003');
    expect((await gate()).billed.amountCents).toBe(10_000_000);
    const { document } = await app.ask<{ document: { grossCents: number; dueOn: string } }>(`/documents/${last.id}`);
    // 100,000.00 − 33,333.30 − 3,333.33 = 63,333.37; tax 3,958.34.
    expect(document).toMatchObject({ grossCents: 6_729_171, dueOn: '2027-03-02' });
    expect(
      await app.refused('POST', '/receipts', { documentId: last.id, paidOn: '2027-01-31', amount: '67,291.72' }),
    ).toEqual(['amount over-open-amount']);
    await app.order('POST', '/receipts', { documentId: last.id, paidOn: '2027-01-31', amount: '67,291.71' });
    expect(await app.ask(`/documents/${last.id}`)).toMatchObject({
      document: { openCents: 0 },
      settlements: [{ number: 'RCT-0001', amountCents: 6_729_171, way: 'by' }],
    });
    const { rows } = await app.ask<{ rows: { id: number }[] }>('/documents?through=2027-01&kind=receipt');
    expect(await app.ask(`/documents/${rows[0]?.id}`)).toMatchObject({
      settlements: [{ documentId: last.id, number: 'INV-0003', amountCents: 6_729_171, way: 'of' }],
    });
    expect(await app.refused('POST', '/invoices', invoiceOf('BOAT', 'rest'))).toEqual(['project client-needed']);
  });

  test('shows what it would bill before it does, and prints what it did', async () => {
    expect(
      await app.send('POST', '/invoice-previews', { ...invoiceOf('DUNE', 'percent', '25'), taxCode: 'ST' }),
    ).toMatchObject({
      body: { workCents: 1_250_000, taxCents: 78_125, dueCents: 1_328_125, leftAfterCents: 3_750_000 },
    });
    const { id } = await app.order<{ id: number }>('POST', '/invoices', invoiceOf('DUNE', 'percent', '25'));
    const pdf = await fetch(`${app.address}/api/invoices/${id}.pdf`);
    expect(pdf.headers.get('content-type')).toBe('application/pdf');
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });
});

describe('the books as once known', () => {
  test('leave out what was recorded later, whatever its day', async () => {
    app.setToday('2027-01-31');
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '20,000.00' }));
    await recognize(app, '2027-01');
    const known = '2027-02-01T00:00:00Z';
    app.setToday('2027-02-10');
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'LATE', net: '5,000.00' }));
    await app.order('POST', '/records/contract-change', {
      fields: { project: 'GATE', effectiveOn: '2027-01-15', amount: '9,000', reason: 'Late' },
    });
    expect(await gate('2027-01')).toMatchObject({
      cost: { amountCents: 2_500_000 },
      contract: { amountCents: 10_900_000 },
    });
    expect(await gate('2027-01', known)).toMatchObject({
      cost: { amountCents: 2_000_000 },
      contract: { amountCents: 10_000_000 },
    });
    const trial = await app.ask<{
      debitCents: number;
      creditCents: number;
      rows: { code: string; balance: { amountCents: number } }[];
    }>(`/trial-balance?through=2027-01&known=${known}`);
    expect(trial.rows.find(({ code }) => code === '2010')?.balance.amountCents).toBe(-2_000_000);
    expect(trial.debitCents).toBe(trial.creditCents);
    const { figures } = await app.ask<{ figures: { amountCents: number }[] }>(
      `/figures?keys=cost.p1.t2027-01&known=${known}`,
    );
    expect(figures[0]?.amountCents).toBe(2_000_000);
  });
});

describe('files', () => {
  test('say what the screen says', async () => {
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '20,000.00' }));
    await recognize(app, '2027-01');
    const csv = async (name: string, query: string) =>
      (await fetch(`${app.address}/api/reports/${name}.csv?${query}`)).text();
    expect(await csv('wip-schedule', 'through=2027-01')).toContain(
      'GATE,Tide gate,Garrow County,100000.00,80000.00,20000.00,20.0000,20000.00,25.0000,25000.00,5000.00,0.00,0.00,25000.00',
    );
    expect(await csv('trial-balance', 'through=2027-01')).toContain(
      '4010,Contract revenue,revenue,-25000.00,0.00,25000.00',
    );
    expect(await csv('budget', 'through=2027-01&id=1')).toContain(
      'A,31-250,Armor stone,material,yes,50000.00,0.00,50000.00,20000.00,0.00,30000.00,40.0000,50000.00,0.00',
    );
    expect((await csv('ledger', 'through=2027-01&project=1')).split('\n')[1]).toContain('Recognition Jan 2027');
    expect(await csv('profitability', 'through=2027-01&from=2027-01&by=client')).toContain(
      ',Garrow County,25000.00,0.00,20000.00',
    );
    expect(await csv('income-statement', 'through=2027-01&from=2027-01')).toContain(',Net income,5000.00,5000.00');
    expect(await csv('balance-sheet', 'through=2027-01')).toContain(',Underbilled contracts,25000.00');
    expect(await csv('projects', 'through=2027-01')).toContain('GATE,Tide gate,Garrow County,active');
    expect((await fetch(`${app.address}/api/reports/projects.csv`)).status).toBe(400);
  });
});

test('nothing is dated before the books begin, or more than a year ahead: the field is named', async () => {
  const journal = { postedOn: '2026-12-31', text: 'Before', lines: [], acceptWarnings: true };
  expect(await app.refused('POST', '/journals', journal)).toContain('postedOn day-outside-books');
  const bill = billSheet({ ...GOOD_BILL, number: 'OLD', datedOn: '2026-12-31' });
  const draft = await app.order<{ preview: { problems: readonly { at: string; kind: string }[] } }>('POST', '/drafts', {
    ...{ month: '2027-01', sheet: bill },
  });
  expect(draft.preview.problems).toMatchObject([{ at: 'rows/0/datedOn', kind: 'day-outside-books' }]);
});
