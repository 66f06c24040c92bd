import { describe, expect, test } from 'vitest';
import { post, recognize, billSheet, GOOD_BILL, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();
const LINE = { account: '', debit: '', credit: '', text: '' };
const journal = (rows: readonly object[], more: object = {}) => ({
  ...{ kind: 'journal', datedOn: '2027-01-31', text: 'Accrued', reversesOn: '', ...more },
  rows: rows.map((row) => ({ ...LINE, ...row })),
});
const ACCRUED = [
  { account: '6500', debit: '400' },
  { account: '2600', credit: '400' },
];
const balanceOf = async (app: TestApp, account: string, through: string): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    `/trial-balance?through=${through}&span=all`,
  );
  return rows.find(({ code }) => code === account)?.balance.amountCents ?? 0;
};
const tied = async (app: TestApp) => {
  const { ties } = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>(
    '/frame?through=2027-12',
  );
  return ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents).map(({ name }) => name);
};

test('an accrual takes itself back on its day, the first of the next month', async () => {
  const app = await company.open();
  await post(app, '2027-01', journal(ACCRUED, { reversesOn: '2/1' }));
  expect(await balanceOf(app, '6500', '2027-01')).toBe(40_000);
  expect(await balanceOf(app, '6500', '2027-02')).toBe(0);
  const wrong = journal(ACCRUED, { reversesOn: '2027-01-15' });
  const { preview } = await app.order<{ preview: { problems: { at: string; kind: string }[] } }>('POST', '/drafts', {
    ...{ month: '2027-01', sheet: wrong },
  });
  expect(preview.problems).toMatchObject([{ at: 'reversesOn', kind: 'days-out-of-order' }]);
  await app.close();
});

test('a journal that comes again waits as a sheet when it is taken, and moves on by its months', async () => {
  const app = await company.open();
  const [posted] = await post(app, '2027-01', journal(ACCRUED));
  const form = { documentId: posted?.id, name: 'Rent', everyMonths: '1', nextOn: '2027-01-31', endsOn: '2027-02-28' };
  const { id } = await app.order<{ id: number }>('POST', '/recurring-journals', form);
  const list = async () =>
    (await app.ask<{ rows: { nextOn: string; isDue: boolean }[] }>('/recurring-journals')).rows.map((row) => [
      row.nextOn,
      row.isDue,
    ]);
  expect(await list()).toEqual([['2027-01-31', true]]);
  const { draft } = await app.order<{ draft: number }>('POST', `/recurring-journals/${id}/sheet`, {});
  const { sheet } = await app.ask<{ sheet: { datedOn: string; rows: unknown[] } }>(`/drafts/${draft}?month=2027-01`);
  expect([sheet.datedOn, sheet.rows.length]).toEqual(['2027-01-31', 2]);
  expect(await list()).toEqual([['2027-02-28', false]]);
  // Asked again before it is due, there is no second sheet.
  expect(await app.refused('POST', `/recurring-journals/${id}/sheet`, {})).toEqual(['not-due']);
  app.setToday('2027-02-28');
  await app.order('POST', `/recurring-journals/${id}/sheet`, {});
  expect(await list()).toEqual([]);
  expect(await app.refused('POST', '/recurring-journals', { ...form, name: '' })).toEqual(['name missing']);
  await app.close();
});

describe('earned and billed of a project are corrected by a journal', () => {
  const problemsOf = async (app: TestApp, rows: readonly object[]) => {
    const { preview } = await app.order<{ preview: { problems: { kind: string }[] } }>('POST', '/drafts', {
      ...{ month: '2027-01', sheet: journal(rows) },
    });
    return preview.problems.map(({ kind }) => kind);
  };

  test('earned against earned, unbilled of the same project; billed from one project to another', async () => {
    const app = await company.open();
    await post(app, '2027-01', billSheet(GOOD_BILL));
    await recognize(app, '2027-01');
    const rows = [
      { account: '1400', debit: '50', project: 'GATE' },
      { account: '4010', credit: '50', project: 'GATE' },
      { account: '2300', debit: '30', project: 'GATE' },
      { account: '2300', credit: '30', project: 'DUNE' },
    ];
    expect(await problemsOf(app, rows)).toEqual([]);
    await post(app, '2027-01', journal(rows));
    expect(await tied(app)).toEqual([]);
    const { position } = await app.ask<{ position: { billed: { amountCents: number } } }>(
      '/projects/2?through=2027-01',
    );
    expect(position.billed.amountCents).toBe(3_000);
    await app.close();
  });

  test.each([
    {
      case: 'earned against the bank',
      rows: [
        { account: '1010', debit: '50' },
        { account: '4010', credit: '50', project: 'GATE' },
      ],
      kinds: ['earned-apart'],
    },
    {
      case: 'earned of another project',
      rows: [
        { account: '1400', debit: '50', project: 'DUNE' },
        { account: '4010', credit: '50', project: 'GATE' },
      ],
      kinds: ['earned-apart', 'earned-apart'],
    },
    {
      case: 'billed against the bank',
      rows: [
        { account: '1010', debit: '50' },
        { account: '2300', credit: '50', project: 'GATE' },
      ],
      kinds: ['billed-apart'],
    },
    {
      case: 'revenue of no project',
      rows: [
        { account: '1010', debit: '50' },
        { account: '4010', credit: '50' },
      ],
      kinds: ['control-account'],
    },
  ])('not $case', async ({ rows, kinds }) => {
    const app = await company.open();
    expect(await problemsOf(app, rows)).toEqual(kinds);
    await app.close();
  });
});
