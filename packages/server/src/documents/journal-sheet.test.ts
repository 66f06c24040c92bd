import { afterAll, beforeAll, expect, test } from 'vitest';
import { openApp, post, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

const BLANK = {
  account: '',
  debit: '',
  credit: '',
  project: '',
  code: '',
  costType: '',
  party: '',
  employee: '',
  text: '',
};
const journal = (...rows: readonly object[]) => ({
  ...{ kind: 'journal', datedOn: '2027-01-25', text: 'Cost moved' },
  rows: rows.map((row) => ({ ...BLANK, ...row })),
});
const costOf = async (code: string): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; cost: { amountCents: number } }[] }>(
    '/projects?through=2027-01',
  );
  return rows.find((row) => row.code === code)?.cost.amountCents ?? 0;
};

test('a journal moves cost from one project to another, with its coding, and the account stays', async () => {
  const [posted] = await post(
    app,
    '2027-01',
    journal(
      { account: '1300', debit: '1,200.00', project: 'GATE', code: 'A/31-250' },
      { account: '6100', credit: '1,200.00', text: 'Charged to the project' },
    ),
  );
  expect(posted?.number).toMatch(/^JNL/);
  expect(await costOf('GATE')).toBe(120_000);
  const { lines } = await app.ask<{ lines: { codes: Record<string, string | null>; amountCents: number }[] }>(
    '/ledger?through=2027-01&project=1',
  );
  expect(lines).toMatchObject([
    { codes: { project: 'GATE', phase: 'A', costCode: '31-250', costType: 'material' }, amountCents: 120_000 },
  ]);
  const { rows } = await app.ask<{ rows: { kind: string }[] }>('/documents?through=2027-01&kind=journal');
  expect(rows).toHaveLength(1);
});

test('is previewed before it is posted: what it posts where, and what is wrong at its cell', async () => {
  const draft = await app.order<{
    preview: { problems: { at: string; kind: string }[]; posts: { accountCode: string; amountCents: number }[] };
  }>('POST', '/drafts', {
    month: '2027-01',
    sheet: journal({ account: '1300', debit: '5', project: 'GATE' }, { account: 'nope', credit: '5' }),
  });
  expect(draft.preview.problems.map(({ at }) => at).toSorted()).toEqual(['rows/0/code', 'rows/1/account']);
  expect(draft.preview.posts).toEqual([]);
});

test('that does not balance is not posted', async () => {
  const draft = await app.order<{ id: number; version: number }>('POST', '/drafts', {
    month: '2027-01',
    sheet: journal({ account: '6100', debit: '5' }, { account: '6010', credit: '4' }),
  });
  expect(
    await app.send('POST', `/drafts/${draft.id}/posting`, {
      month: '2027-01',
      version: draft.version,
      acceptWarnings: true,
    }),
  ).toMatchObject({ status: 422, body: { problems: [{ at: 'rows', kind: 'unbalanced-journal' }] } });
});
