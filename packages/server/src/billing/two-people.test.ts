import { describe, expect, test } from 'vitest';
import { openApart } from '../open-by-project.test.support.ts';
import { approve, priced } from '../priced-estimate.test.support.ts';
import { smallCompany, workedDay, hoursSheet, post, type TestApp } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

/** REED is agreed at 10,000.00; WATCH is billed by time and materials, E1 at 90.00 an hour. */
const company = smallCompany(async (app) => {
  const fields = {
    ...{ code: 'REED', name: 'Reed beds', kind: 'client', client: 'COUNTY', startOn: '2027-01-01', status: 'active' },
    ...{ method: 'as-billed', costTreatment: 'expense' },
  };
  await app.order('POST', '/records/project', { fields: { ...fields, contractPrice: '10,000' } });
  const byWork = { method: 'as-billable', costTreatment: 'expense', billedBy: 'time and materials' };
  await app.order('POST', '/records/project', { fields: { ...fields, ...byWork, code: 'WATCH', name: 'Monitoring' } });
  await app.order('POST', '/rates', {
    ...{ side: 'bill', employee: 'E1', role: '', client: '', project: '', activity: '', effectiveOn: '2027-01-01' },
    ...{ rate: '90', note: '', buildUp: [] },
  });
});

const ROW = { taxCode: '', deposit: '', dueOn: '', text: '' };
const share = (of: string, deposit = '') => ({
  ...{ kind: 'invoices', datedOn: '2027-01-31' },
  rows: [{ ...ROW, project: 'REED', share: of, deposit }],
});

/** Each sheet kept by somebody of their own, all posted at the same moment: how many were, and why the others were not. */
async function postedAtOnce(app: TestApp, sheets: readonly unknown[]) {
  const drafts = [];
  for (const sheet of sheets) {
    drafts.push(await app.order<{ id: number; version: number }>('POST', '/drafts', { month: '2027-01', sheet }));
  }
  const answers = await Promise.all(
    drafts.map(({ id, version }) =>
      app.send('POST', `/drafts/${id}/posting`, { month: '2027-01', version, acceptWarnings: true }),
    ),
  );
  const refused = answers.filter(({ status }) => status !== 200 && status !== 201);
  return {
    documents: answers.flatMap(({ body }) => (body['documents'] ?? []) as { id: number; number: string }[]),
    refused: refused.flatMap(({ body }) => ((body['problems'] ?? []) as { kind: string }[]).map(({ kind }) => kind)),
  };
}

async function sound(app: TestApp): Promise<void> {
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  expect(await openApart(app)).toEqual([]);
  await app.close();
}

const project = async (app: TestApp, code: string): Promise<number | undefined> =>
  (await app.ask<{ rows: { id: number; fields: Record<string, string> }[] }>('/records/project')).rows.find(
    ({ fields }) => fields['code'] === code,
  )?.id;

/** DUNE with a schedule of values of one line, 10,000.00. */
async function scheduled(app: TestApp): Promise<void> {
  await approve(app, await priced(app, 2, [{ section: 'Earthwork', code: '31-250', cost: '8,000', price: '10,000' }]));
}

describe('of two people who bill the same at once, the second is told', () => {
  test.each([
    { what: 'all that is left of a contract', sheet: share('rest') },
    { what: 'the final invoice', sheet: share('final') },
    { what: 'more than half of a contract', sheet: share('6,000') },
  ])('$what', async ({ sheet }) => {
    const app = await company.open();
    const { documents, refused } = await postedAtOnce(app, [sheet, sheet]);
    expect(documents).toHaveLength(1);
    expect(refused).toEqual(['over-contract']);
    await sound(app);
  });

  test('an application for payment', async () => {
    const app = await company.open();
    await scheduled(app);
    const sheet = {
      ...{ kind: 'applications', project: 'DUNE', datedOn: '2027-01-31', replaces: '', taxCode: '', text: '' },
      rows: [{ line: '1', percent: '30', amount: '', stored: '', mayExceed: '', text: '' }],
    };
    const { documents, refused } = await postedAtOnce(app, [sheet, sheet]);
    expect(documents).toHaveLength(1);
    expect(refused).toEqual(['application-waiting']);
    await sound(app);
  });

  test('the same hours', async () => {
    const app = await company.open();
    await post(app, '2027-01', hoursSheet('2027-01-11', workedDay('E1', 'WATCH', '31-100', '8')));
    const { rows } = await app.ask<{ rows: { id: number }[] }>(`/unbilled-work?project=${await project(app, 'WATCH')}`);
    const sheet = {
      ...{ kind: 'work-invoices', project: 'WATCH', datedOn: '2027-01-31' },
      ...{ dueOn: '', taxCode: '', deposit: '', text: '' },
      rows: rows.map(({ id }) => ({ work: String(id), bill: '', reason: '' })),
    };
    const { documents, refused } = await postedAtOnce(app, [sheet, sheet]);
    expect(documents).toHaveLength(1);
    expect(refused).toEqual(['work-not-unbilled']);
    await sound(app);
  });

  test('a deposit that is drawn down', async () => {
    const app = await company.open();
    const [deposit] = await post(app, '2027-01', {
      kind: 'deposit-invoices',
      datedOn: '2027-01-10',
      rows: [{ project: 'REED', amount: '1,000', dueOn: '', taxCode: '', text: '' }],
    });
    await app.order('POST', '/receipts', { documentId: deposit?.id, paidOn: '2027-01-20', amount: '1,000' });
    const sheet = share('2,000', '1,000');
    const { documents, refused } = await postedAtOnce(app, [sheet, sheet]);
    expect(documents).toHaveLength(1);
    expect(refused).toEqual(['over-deposit']);
    await sound(app);
  });
});

test('thirty invoices posted at once are numbered without a gap', async () => {
  const app = await company.open();
  const plain = (text: string) => ({
    ...{ kind: 'plain-invoices', datedOn: '2027-01-20' },
    rows: [{ client: 'COUNTY', text, amount: '100' }],
  });
  const { documents } = await postedAtOnce(
    app,
    Array.from({ length: 30 }, (_, place) => plain(`Day ${place + 1}`)),
  );
  expect(documents.map(({ number }) => number).toSorted()).toEqual(
    Array.from({ length: 30 }, (_, place) => `INV-${String(place + 1).padStart(4, '0')}`),
  );
  await sound(app);
});
