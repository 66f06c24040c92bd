import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { smallCompany, type TestApp } from '../small-company.test.support.ts';
import { peopled, problemsIn, signedIn, type Visitor } from '../visitor.test.support.ts';

const company = smallCompany();
const MANAGER = { name: 'Mara Orla', role: 'manager' };
const OTHER = { name: 'Pell Hask', role: 'manager' };
const WORKER = { name: 'Ada Brisk', role: 'worker', employee: 'E1' };
const WEEK = '2027-01-18';

let app: TestApp;
let ines: Visitor;
let mara: Visitor;
let pell: Visitor;
let ada: Visitor;
beforeAll(async () => {
  app = await company.open();
  ines = await peopled(app, [MANAGER, OTHER, WORKER]);
  [mara, pell, ada] = await Promise.all([
    signedIn(app, MANAGER.name),
    signedIn(app, OTHER.name),
    signedIn(app, WORKER.name),
  ]);
  const company_ = { name: 'Test Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null };
  await ines.send('PUT', '/company', { ...company_, approveHours: true });
  const { body } = await ines.send('GET', '/records/project');
  for (const { id, version, fields } of body['rows'] as unknown as {
    id: number;
    version: number;
    fields: Record<string, string>;
  }[]) {
    const manager = fields['code'] === 'GATE' ? MANAGER.name : fields['code'] === 'DUNE' ? OTHER.name : '';
    await ines.send('PUT', `/records/project/${id}`, { version, fields: { ...fields, manager } });
  }
});
afterAll(() => app.close());

const row = (project: string, code: string, ...days: string[]) => ({
  ...{ project, code, pay: '', activity: '', text: '' },
  days: Array.from({ length: 7 }, (_, day) => days[day] ?? ''),
});
const rows = [row('GATE', '31-100', '8', '8'), row('DUNE', '31-100', '', '', '6')];
const own = async () => (await ada.send('GET', `/own-week?weekOn=${WEEK}`)).body as unknown as Own;
interface Own {
  readonly status: string;
  readonly version: number;
  readonly waitingFor: readonly string[];
  readonly hours: number;
  readonly problems: readonly { kind: string }[];
  readonly reason: string;
}
interface Week {
  readonly id: number;
  readonly status: string;
  readonly version: number;
  readonly hours: number;
  readonly rows: readonly { readonly project: string; readonly approvedBy: string }[];
  readonly documentId: number | null;
}
const seenBy = async (who: Visitor) =>
  ((await who.send('GET', '/timesheets')).body as unknown as { rows: Week[] }).rows;

describe('a week somebody enters themselves', () => {
  test('is kept as typed, says what is wrong, and is submitted only without', async () => {
    const wrong = await ada.send('PUT', '/own-week', { weekOn: WEEK, version: 0, rows: [row('GATE', '99', '30')] });
    expect(wrong.body).toMatchObject({ status: 'open', version: 1 });
    expect((await own()).problems.map(({ kind }) => kind)).toEqual(['unknown-code', 'number-outside']);
    const refused = await ada.send('POST', '/own-week/submission', { weekOn: WEEK, version: 1 });
    expect(problemsIn(refused)).toEqual(['rows/0/code unknown-code', 'rows/0/days/0 number-outside']);
    await ada.send('PUT', '/own-week', { weekOn: WEEK, version: 1, rows });
    expect(problemsIn(await ada.send('PUT', '/own-week', { weekOn: WEEK, version: 1, rows }))).toEqual([
      'changed-meanwhile',
    ]);
    const submitted = await ada.send('POST', '/own-week/submission', { weekOn: WEEK, version: 2 });
    expect(submitted.body).toMatchObject({ status: 'submitted', version: 3 });
    expect(await own()).toMatchObject({ waitingFor: ['Pell Hask', 'Mara Orla'], hours: 220_000, problems: [] });
  });

  test('is seen by each manager as far as it is of their projects, and by nobody else', async () => {
    expect((await seenBy(mara)).map((week) => [week.hours, week.rows.map(({ project }) => project)])).toEqual([
      [160_000, ['GATE']],
    ]);
    expect(await seenBy(ines)).toMatchObject([{ hours: 220_000, status: 'submitted' }]);
    expect((await ada.send('GET', '/timesheets')).status).toBe(403);
    const [week] = await seenBy(ines);
    const batch = { weekOn: WEEK, ids: [week?.id] };
    expect(problemsIn(await ines.send('POST', '/timesheet-batches', batch))).toEqual(['ids week-not-approved']);
  });

  test('is returned with a reason, changed and submitted again; earlier approvals no longer count', async () => {
    const [week] = await seenBy(pell);
    const id = week?.id ?? 0;
    await pell.send('POST', `/timesheets/${id}/approval`, { version: 3 });
    expect(problemsIn(await pell.send('POST', `/timesheets/${id}/approval`, { version: 3 }))).toEqual([
      'nothing-to-approve',
    ]);
    expect(problemsIn(await mara.send('POST', `/timesheets/${id}/return`, { version: 3, reason: '' }))).toEqual([
      'reason missing',
    ]);
    await mara.send('POST', `/timesheets/${id}/return`, { version: 3, reason: 'Tuesday was rain' });
    expect(await own()).toMatchObject({ status: 'returned', reason: 'Tuesday was rain', version: 4 });
    await ada.send('PUT', '/own-week', { weekOn: WEEK, version: 4, rows: [row('GATE', '31-100', '8'), rows[1]] });
    await ada.send('POST', '/own-week/submission', { weekOn: WEEK, version: 5 });
    expect((await own()).waitingFor).toEqual(['Pell Hask', 'Mara Orla']);
  });

  test('is posted once everybody approved, in one document with others; reversed, it is with whoever entered it', async () => {
    const [week] = await seenBy(ines);
    const id = week?.id ?? 0;
    await mara.send('POST', `/timesheets/${id}/approval`, { version: 6 });
    expect((await own()).status).toBe('submitted');
    const approved = await pell.send('POST', `/timesheets/${id}/approval`, { version: 6 });
    expect(approved.body).toMatchObject({ status: 'approved' });
    const batch = { weekOn: WEEK, ids: [id] };
    const preview = await ines.send('POST', '/timesheet-batches/preview', batch);
    expect(preview.body).toMatchObject({ enteredCents: 56_000, hours: 140_000, problems: [] });
    const posted = await ines.send('POST', '/timesheet-batches', { ...batch, acceptWarnings: true });
    expect(posted.body).toMatchObject({ number: `Week of ${WEEK}` });
    expect(await own()).toMatchObject({ status: 'posted' });
    expect(problemsIn(await ada.send('PUT', '/own-week', { weekOn: WEEK, version: 7, rows: [] }))).toEqual([
      'week-not-open',
    ]);
    const document = (posted.body as unknown as { id: number }).id;
    await ines.send('POST', `/documents/${document}/reversal`, { reason: 'Wrong project', postedOn: '' });
    expect(await own()).toMatchObject({ status: 'returned' });
  });

  test('takes overtime in the same cell, and warns of hours that are posted already, whoever looks', async () => {
    const weekOn = '2027-01-11';
    const typed = [row('GATE', '31-100', '8+2 ot', '8')];
    await ada.send('PUT', '/own-week', { weekOn, version: 0, rows: typed });
    const asked = async () =>
      (await ada.send('GET', `/own-week?weekOn=${weekOn}`)).body as unknown as Own & { warnings: { kind: string }[] };
    expect(await asked()).toMatchObject({ hours: 180_000, problems: [], warnings: [] });
    const other = {
      employee: 'E1',
      project: 'GATE',
      code: '31-100',
      costType: '',
      days: ['8', '', '', '', '', '', ''],
    };
    const sheet = { kind: 'hours', weekOn, rows: [{ ...other, text: '' }] };
    const draft = (await ines.send('POST', '/drafts', { month: '2027-01', sheet })).body as unknown as Own & {
      id: number;
    };
    const posting = { month: '2027-01', version: draft.version, acceptWarnings: true };
    await ines.send('POST', `/drafts/${draft.id}/posting`, posting);
    expect((await asked()).warnings.map(({ kind }) => kind)).toContain('hours-there');
    await ada.send('POST', '/own-week/submission', { weekOn, version: (await asked()).version });
    const seen = (await seenBy(mara)) as unknown as readonly (Week & {
      weekOn: string;
      postedHours: number;
      warnings: string[];
    })[];
    const week = seen.find((each) => each.weekOn === weekOn);
    expect(week).toMatchObject({ hours: 180_000, postedHours: 80_000, warnings: [expect.stringContaining('8')] });
    await mara.send('POST', `/timesheets/${week?.id}/approval`, { version: week?.version });
    const batch = { weekOn, ids: [week?.id], acceptWarnings: true };
    const { body } = await ines.send('POST', '/timesheet-batches', batch);
    const posted = (await ada.send('GET', `/own-hours?weekOn=${weekOn}`)).body as unknown as {
      rows: { hours: number }[];
    };
    expect(body['id']).toBeGreaterThan(0);
    expect(posted.rows.reduce((all, { hours }) => all + hours, 0)).toBe(260_000);
  });

  test('whose account is of no employee has no week', async () => {
    expect((await ines.send('GET', `/own-week?weekOn=${WEEK}`)).body).toMatchObject({ employee: null });
    expect(problemsIn(await ines.send('PUT', '/own-week', { weekOn: WEEK, version: 0, rows }))).toEqual([
      'no-employee',
    ]);
  });
});
