import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  hoursSheet,
  invoiceOf,
  openApp,
  post,
  setUpSmallCompany,
  workedDay,
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
describe('a locked month', () => {
  const JOURNAL = {
    postedOn: '2027-01-31',
    text: '',
    lines: [
      { account: '1010', debit: '1', credit: '', text: '' },
      { account: '3010', debit: '', credit: '1', text: '' },
    ],
  };

  test('takes no bill, no hours, no invoice, no receipt, no journal, no reversal and no run', async () => {
    const [bill] = await post(app, '2027-01', billSheet(GOOD_BILL));
    const invoice = await app.order<{ id: number }>('POST', '/invoices', invoiceOf('GATE', 'percent', '10'));
    await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Reviewed' });
    const locked = async (method: string, path: string, body: unknown) =>
      (await app.refused(method, path, body)).some((problem) => problem.endsWith('month-locked'));
    for (const sheet of [
      billSheet({ ...GOOD_BILL, number: 'N-9' }),
      hoursSheet('2027-01-11', workedDay('E1', 'GATE', '31-100', '8')),
    ]) {
      const draft = await app.order<{ id: number; version: number }>('POST', '/drafts', { month: '2027-02', sheet });
      const order = { month: '2027-02', version: draft.version, acceptWarnings: false };
      expect(await app.refused('POST', `/drafts/${draft.id}/posting`, order)).toEqual(['warnings-open']);
    }
    expect(await locked('POST', '/invoices', invoiceOf('GATE', 'percent', '10'))).toBe(true);
    expect(await locked('POST', '/receipts', { documentId: invoice.id, paidOn: '2027-01-31', amount: '1' })).toBe(true);
    expect(await locked('POST', '/payments', { documentId: bill?.id, paidOn: '2027-01-31', amount: '1' })).toBe(true);
    expect(await locked('POST', '/journals', JOURNAL)).toBe(true);
    expect(await locked('POST', `/documents/${bill?.id}/reversal`, { postedOn: '2027-01-31', reason: 'x' })).toBe(true);
    expect(await locked('POST', '/recognition', { month: '2027-01', stamp: 'x' })).toBe(true);
  });

  test('lets what is dated in it post on the first open day, once that is accepted; its own day and due day stay', async () => {
    const invoice = await app.order<{ id: number }>('POST', '/invoices', invoiceOf('GATE', 'percent', '10'));
    await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Reviewed' });
    const acceptWarnings = true;
    const [bill] = await post(app, '2027-02', billSheet({ ...GOOD_BILL, dueOn: '' }));
    const [week] = await post(app, '2027-02', hoursSheet('2027-01-11', workedDay('E1', 'GATE', '31-100', '8')));
    const made = [
      bill,
      week,
      await app.order<{ id: number }>('POST', '/invoices', { ...invoiceOf('GATE', 'percent', '10'), acceptWarnings }),
      await app.order<{ id: number }>('POST', '/receipts', {
        documentId: invoice.id,
        paidOn: '2027-01-31',
        amount: '1',
        acceptWarnings,
      }),
      await app.order<{ id: number }>('POST', '/payments', {
        documentId: bill?.id,
        paidOn: '2027-01-31',
        amount: '1',
        acceptWarnings,
      }),
      await app.order<{ id: number }>('POST', '/journals', { ...JOURNAL, acceptWarnings }),
    ];
    const days = await Promise.all(
      made.map(async (each) => {
        const { document, lines } = await app.ask<{
          document: { datedOn: string; postedOn: string; dueOn: string | null };
          lines: { postedOn: string }[];
        }>(`/documents/${each?.id}`);
        return [document.datedOn, document.dueOn, document.postedOn, ...new Set(lines.map(({ postedOn }) => postedOn))];
      }),
    );
    expect(days).toEqual([
      ['2027-01-20', '2027-02-19', '2027-02-01', '2027-02-01'],
      ['2027-01-11', null, '2027-02-01', '2027-02-01'],
      ['2027-01-31', '2027-03-02', '2027-02-01', '2027-02-01'],
      ['2027-01-31', null, '2027-02-01', '2027-02-01'],
      ['2027-01-31', null, '2027-02-01', '2027-02-01'],
      ['2027-01-31', null, '2027-02-01', '2027-02-01'],
    ]);
    expect((await gate('2027-01')).cost.amountCents).toBe(0);
  });

  test('opened again takes them, and both turns say why', async () => {
    await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Reviewed' });
    expect(await app.refused('PUT', '/month-lock', { through: null, reason: ' ' })).toEqual(['reason reason-needed']);
    await app.order('PUT', '/month-lock', { through: null, reason: 'A bill came late' });
    expect(await post(app, '2027-01', billSheet(GOOD_BILL))).toHaveLength(1);
    const log = await app.books.reader
      .selectFrom('audit_log')
      .select(['action', 'by', 'detail'])
      .where('action', '=', 'lock months')
      .execute();
    expect(log).toMatchObject([
      { by: 'Tester', detail: '"Reviewed"' },
      { by: 'Tester', detail: '"A bill came late"' },
    ]);
  });
});
