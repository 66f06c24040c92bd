import { describe, expect, test } from 'vitest';
import { openApart } from '../open-by-project.test.support.ts';
import { billSheet, GOOD_BILL, post, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

/** WATCH is billed by time and materials: material with 10 %, nothing for other cost. E1 is billed at 90.00 an hour. */
const company = smallCompany(async (app) => {
  await app.order('POST', '/records/project', {
    fields: {
      ...{
        code: 'WATCH',
        name: 'Monitoring',
        kind: 'client',
        client: 'COUNTY',
        startOn: '2027-01-01',
        status: 'active',
      },
      ...{ method: 'as-billable', costTreatment: 'expense', billedBy: 'time and materials' },
      markup: 'material 10, other none',
    },
  });
  await app.order('POST', '/rates', {
    ...{ side: 'bill', employee: 'E1', role: '', client: '', project: '', activity: '', effectiveOn: '2027-01-01' },
    ...{ rate: '90', note: '', buildUp: [] },
  });
});

const week = (project: string, hours: readonly string[], employee = 'E1') => ({
  ...{ kind: 'hours', weekOn: '2027-01-11' },
  rows: [
    {
      ...{ employee, project, code: '31-100', costType: '', pay: '', billable: '', activity: '', text: '' },
      days: [...hours, '', '', '', '', '', '', ''].slice(0, 7),
    },
  ],
});
const bill = (code: string, net: string, number: string) =>
  billSheet({ ...GOOD_BILL, number, total: net, project: 'WATCH', code, net, tax: '' });
interface Work {
  readonly id: number;
  readonly kind: string;
  readonly name: string;
  readonly left: number;
  readonly isPriced: boolean;
}
const unbilled = async (app: TestApp) => {
  const { rows } = await app.ask<{ rows: { id: number; fields: Record<string, string> }[] }>('/records/project');
  const id = rows.find(({ fields }) => fields['code'] === 'WATCH')?.id;
  return app.ask<{ rows: Work[]; leftCents: number; unpriced: number }>(`/unbilled-work?project=${id}`);
};
const invoice = (rows: readonly object[]) => ({
  ...{ kind: 'work-invoices', project: 'WATCH', datedOn: '2027-01-31', dueOn: '', taxCode: '', deposit: '', text: '' },
  rows: rows.map((row) => ({ bill: '', reason: '', ...row })),
});
const all = async (app: TestApp) => invoice((await unbilled(app)).rows.map(({ id }) => ({ work: String(id) })));
const earned = async (app: TestApp): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; earnedToDateCents: number }[] }>('/recognition?month=2027-01');
  return rows.find(({ code }) => code === 'WATCH')?.earnedToDateCents ?? 0;
};
const sound = async (app: TestApp): Promise<void> => {
  const { ties } = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>('/frame');
  expect(ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents)).toEqual([]);
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  expect(await openApart(app)).toEqual([]);
  await app.close();
};

describe('time and materials', () => {
  test('hours at bill rates and cost with its markup are unbilled, earned, billed once, and credited', async () => {
    const app = await company.open();
    await post(app, '2027-01', week('WATCH', ['8', '4']));
    await post(app, '2027-01', bill('31-250', '200', 'M-1'));
    const { rows, leftCents } = await unbilled(app);
    // 12 h × 90.00, and 200.00 of material with 10 %.
    expect(rows.map(({ kind, left }) => [kind, left])).toEqual([
      ['hours', 72_000],
      ['hours', 36_000],
      ['cost', 22_000],
    ]);
    expect(leftCents).toBe(130_000);
    expect(await earned(app)).toBe(130_000);
    const [first, , stone] = rows;
    // The first day is billed at 600.00, the material later: 120.00 are written down, and earned no more.
    const [posted] = await post(
      app,
      '2027-01',
      invoice([
        { work: String(first?.id), bill: '600', reason: 'Agreed with the county' },
        { work: String(stone?.id), bill: '100', reason: 'later' },
      ]),
    );
    expect(posted?.number).toBe('INV-0001');
    expect((await unbilled(app)).leftCents).toBe(48_000);
    expect(await earned(app)).toBe(118_000);
    await post(app, '2027-01', await all(app));
    expect((await unbilled(app)).rows).toEqual([]);
    // Half of the first invoice is credited, and can be billed again.
    await app.order('POST', '/credit-notes', {
      ...{ documentId: posted?.id, datedOn: '2027-01-31', work: '350', text: 'Half', workIs: 'billed again' },
    });
    expect((await unbilled(app)).leftCents).toBe(35_000);
    await app.order('POST', '/credit-notes', {
      ...{ documentId: posted?.id, datedOn: '2027-01-31', work: '', text: 'The rest', workIs: 'written down' },
    });
    expect((await unbilled(app)).leftCents).toBe(35_000);
    expect(await earned(app)).toBe(83_000);
    await sound(app);
  });

  test('what is taken back before it was billed is gone; after it was, it is given back by the next invoice', async () => {
    const app = await company.open();
    const [hours] = await post(app, '2027-01', week('WATCH', ['8']));
    const [stone] = await post(app, '2027-01', bill('31-250', '200', 'M-1'));
    const back = (id: number | undefined) =>
      app.order('POST', `/documents/${id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong project' });
    await back(stone?.id);
    expect((await unbilled(app)).rows.map(({ left }) => left)).toEqual([72_000]);
    await post(app, '2027-01', await all(app));
    await back(hours?.id);
    expect((await unbilled(app)).rows.map(({ left }) => left)).toEqual([-72_000]);
    expect(await earned(app)).toBe(0);
    await sound(app);
  });

  test('an invoice that is taken back leaves its work to be billed again', async () => {
    const app = await company.open();
    await post(app, '2027-01', week('WATCH', ['8']));
    const [row] = (await unbilled(app)).rows;
    const [posted] = await post(app, '2027-01', invoice([{ work: String(row?.id), bill: '700', reason: 'Rounded' }]));
    expect(await earned(app)).toBe(70_000);
    await app.order('POST', `/documents/${posted?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong' });
    expect((await unbilled(app)).leftCents).toBe(72_000);
    expect(await earned(app)).toBe(72_000);
    await sound(app);
  });

  test('hours without a bill rate wait for one', async () => {
    const app = await company.open();
    await post(app, '2027-01', week('WATCH', ['5'], 'E2'));
    expect(await unbilled(app)).toMatchObject({ leftCents: 0, unpriced: 1, rows: [{ isPriced: false }] });
    await app.order('POST', '/rates', {
      ...{ side: 'bill', employee: 'E2', role: '', client: '', project: '', activity: '', effectiveOn: '2027-01-01' },
      ...{ rate: '60', note: '', buildUp: [] },
    });
    expect(await unbilled(app)).toMatchObject({ leftCents: 30_000, unpriced: 0 });
    expect(await earned(app)).toBe(30_000);
    await sound(app);
  });

  test('work is marked as not billed, and back, with a reason', async () => {
    const app = await company.open();
    await post(app, '2027-01', week('WATCH', ['8']));
    const [row] = (await unbilled(app)).rows;
    const mark = (isBillable: boolean, reason: string) => ({ work: [row?.id], isBillable, reason });
    expect(await app.refused('POST', '/unbilled-work/marks', mark(false, ' '))).toEqual(['reason reason-needed']);
    await app.order('POST', '/unbilled-work/marks', mark(false, 'Our mistake'));
    expect((await unbilled(app)).rows).toEqual([]);
    expect(await earned(app)).toBe(0);
    await app.order('POST', '/unbilled-work/marks', mark(true, 'The county pays'));
    expect((await unbilled(app)).leftCents).toBe(72_000);
    await sound(app);
  });

  test('recoded away it is unbilled there, and here no more', async () => {
    const app = await company.open();
    const [stone] = await post(app, '2027-01', bill('31-250', '200', 'M-1'));
    const { lines } = await app.ask<{ lines: { id: number; amountCents: number; projectCode: string | null }[] }>(
      `/documents/${stone?.id}`,
    );
    const line = lines.find(({ amountCents }) => amountCents === 20_000);
    await app.order('POST', '/recodes', {
      ...{ lines: [{ line: line?.id, project: 'DUNE', code: '31-250', costType: '' }], reason: 'Belongs to the dune' },
      acceptWarnings: true,
    });
    expect((await unbilled(app)).rows).toEqual([]);
    await sound(app);
  });
});
