import { expect, test } from 'vitest';
import { BLANK_BILL, billSheet, GOOD_BILL, post, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { peopled, problemsIn, signedIn, type Visitor } from '../visitor.test.support.ts';

const company = smallCompany();
const SETTINGS = {
  ...{ name: 'Test Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null },
};

/** A sheet that waits, as whoever typed it has it. */
async function kept(by: Visitor, sheet: unknown): Promise<{ readonly id: number; readonly version: number }> {
  const { body } = await by.send('POST', '/drafts', { month: '2027-01', sheet });
  return { id: body['id'] as unknown as number, version: body['version'] as unknown as number };
}

const posted = (by: Visitor, { id, version }: { readonly id: number; readonly version: number }) =>
  by.send('POST', `/drafts/${id}/posting`, { month: '2027-01', version, acceptWarnings: true });

const OVER = { ...GOOD_BILL, net: '60,000.00' };

test('what takes a budget line over its budget is warned of, or not posted, as the company says', async () => {
  const app = await company.open();
  await post(app, '2027-01', billSheet(OVER));
  await app.order('PUT', '/company', { ...SETTINGS, overBudget: 'block' });
  const more = billSheet({ ...GOOD_BILL, number: 'N-2', net: '1.00' });
  const draft = await app.order<{ id: number; version: number; preview: { warnings: unknown[]; problems: object[] } }>(
    'POST',
    '/drafts',
    { month: '2027-01', sheet: more },
  );
  expect(draft.preview).toMatchObject({ warnings: [], problems: [{ kind: 'over-budget' }] });
  const posting = { month: '2027-01', version: draft.version, acceptWarnings: true };
  expect(await app.refused('POST', `/drafts/${draft.id}/posting`, posting)).toEqual(['rows/0/code over-budget']);
  // Cost that no budget line is of is never blocked, and neither is what lowers a cost.
  await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'N-3', code: '31-250', net: '1.00' }));
  await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'N-4', net: '-1.00' }));
  await app.close();
});

test('a line is not recoded to a budget line that has no room for it', async () => {
  const app = await company.open();
  const [bill] = await post(app, '2027-01', billSheet({ ...OVER, code: '31-250' }));
  await app.order('PUT', '/company', { ...SETTINGS, overBudget: 'block' });
  const { lines } = await app.ask<{ lines: { id: number; projectCode: string | null }[] }>(`/documents/${bill?.id}`);
  const line = lines.find(({ projectCode }) => projectCode === 'GATE');
  const recode = {
    ...{ lines: [{ line: line?.id, project: 'GATE', code: 'A/31-250', costType: '' }] },
    ...{ reason: 'Phase A', acceptWarnings: true },
  };
  expect((await app.refused('POST', '/recodes', recode)).join()).toContain('over-budget');
  await app.close();
});

/** The company asks for approval above 5,000.00; Ines is its administrator, Tarn an accountant. */
async function approving(app: TestApp): Promise<{ readonly ines: Visitor; readonly tarn: Visitor }> {
  const ines = await peopled(app, [{ name: 'Tarn Ost', role: 'accountant' }]);
  const { status } = await ines.send('PUT', '/company', { ...SETTINGS, approveBillsAboveCents: 500_000 });
  expect(status).toBe(200);
  return { ines, tarn: await signedIn(app, 'Tarn Ost') };
}

test('a bill above the limit is posted once somebody else approved the sheet as it stands', async () => {
  const app = await company.open();
  const { ines, tarn } = await approving(app);
  const draft = await kept(ines, billSheet(GOOD_BILL, { ...GOOD_BILL, number: 'SMALL', net: '5,000.00' }));
  const refused = await posted(ines, draft);
  expect(problemsIn(refused)).toEqual(['bills-to-approve']);
  expect(refused.body['detail']).toContain('N-1 is above 5,000.00, so somebody else');
  expect(problemsIn(await tarn.send('POST', `/drafts/${draft.id}/approval`, { version: draft.version }))).toEqual([
    'no-approval-asked',
  ]);
  await ines.send('POST', `/drafts/${draft.id}/approval-request`, { month: '2027-01', version: draft.version });
  expect(problemsIn(await ines.send('POST', `/drafts/${draft.id}/approval`, { version: draft.version }))).toEqual([
    'own-sheet',
  ]);
  const approved = await tarn.send('POST', `/drafts/${draft.id}/approval`, { version: draft.version });
  expect(approved.body).toMatchObject({ approval: { stand: 'approved', by: 'Tarn Ost' }, typedBy: ['Ines Falk'] });
  expect((await posted(ines, draft)).status).toBe(201);
  const log = await ines.send('GET', '/audit-log?text=post+bills');
  expect(JSON.stringify(log.body)).toContain('"approvedBy":"Tarn Ost"');
  await app.close();
});

test('what is typed after it voids an approval, and whoever typed it does not approve it', async () => {
  const app = await company.open();
  const { ines, tarn } = await approving(app);
  const draft = await kept(ines, billSheet(GOOD_BILL));
  const ask = async (version: number) =>
    ines.send('POST', `/drafts/${draft.id}/approval-request`, { month: '2027-01', version });
  await ask(1);
  await tarn.send('POST', `/drafts/${draft.id}/approval`, { version: 1 });
  const sheet = billSheet({ ...GOOD_BILL, net: '80,000.00' });
  await tarn.send('PUT', `/drafts/${draft.id}`, { month: '2027-01', version: 1, sheet });
  expect(problemsIn(await posted(ines, { ...draft, version: 2 }))).toEqual(['bills-to-approve']);
  await ask(2);
  expect(problemsIn(await tarn.send('POST', `/drafts/${draft.id}/approval`, { version: 2 }))).toEqual(['own-sheet']);
  await app.close();
});

test('a sheet goes back with a reason, which stays told while it is put right', async () => {
  const app = await company.open();
  const { ines, tarn } = await approving(app);
  const draft = await kept(ines, billSheet(GOOD_BILL));
  await ines.send('POST', `/drafts/${draft.id}/approval-request`, { month: '2027-01', version: 1 });
  expect(problemsIn(await tarn.send('POST', `/drafts/${draft.id}/return`, { version: 1, reason: ' ' }))).toEqual([
    'reason missing',
  ]);
  await tarn.send('POST', `/drafts/${draft.id}/return`, { version: 1, reason: 'Whose stone is this?' });
  const sheet = billSheet({ ...GOOD_BILL, text: 'For the gate' });
  const changed = await ines.send('PUT', `/drafts/${draft.id}`, { month: '2027-01', version: 1, sheet });
  expect(changed.body).toMatchObject({ approval: { stand: 'returned', reason: 'Whose stone is this?' } });
  expect(problemsIn(await posted(ines, { ...draft, version: 2 }))).toEqual(['bills-to-approve']);
  await app.close();
});

test('approval is asked for nothing that needs none, or is wrong', async () => {
  const app = await company.open();
  const { ines } = await approving(app);
  const small = await kept(ines, billSheet({ ...GOOD_BILL, net: '12.00' }));
  const asked = (id: number) => ines.send('POST', `/drafts/${id}/approval-request`, { month: '2027-01', version: 1 });
  expect(problemsIn(await asked(small.id))).toEqual(['nothing-needs-approval']);
  expect((await posted(ines, small)).status).toBe(201);
  const wrong = await kept(ines, billSheet({ ...BLANK_BILL, supplier: 'NOBODY', net: '9,000' }));
  expect((await asked(wrong.id)).status).toBe(422);
  await app.close();
});

test('approval by somebody else is not asked for where there is nobody else', async () => {
  const app = await company.open();
  expect(await app.refused('PUT', '/company', { ...SETTINGS, approveBillsAboveCents: 500_000 })).toEqual([
    'approveBillsAboveCents nobody-else-approves',
  ]);
  const ines = await peopled(app, [{ name: 'N. Kerrow', role: 'manager' }]);
  const alone = await ines.send('PUT', '/company', { ...SETTINGS, approveBillsAboveCents: 500_000 });
  expect(problemsIn(alone)).toEqual(['approveBillsAboveCents nobody-else-approves']);
  await app.close();
});
