import { describe, expect, test } from 'vitest';
import { verifiedBooks } from '../verify/verify-queries.ts';
import { openApart } from '../open-by-project.test.support.ts';
import { sheetOf } from '../priced-estimate.test.support.ts';
import { post, smallCompany, type TestApp } from '../small-company.test.support.ts';

/** DUNE gets a schedule of 60,000 and 84,000, and holds back 10 % until half of it, then nothing, and 5 % of what is stored. */
async function agree(app: TestApp): Promise<void> {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const dune = rows.find(({ fields }) => fields['code'] === 'DUNE');
  await app.order('PUT', `/records/project/${dune?.id}`, {
    version: dune?.version,
    fields: { ...dune?.fields, retention: '10 until 50, then 0', retentionOfStored: '5' },
  });
  await approve(app, 'estimate', [
    { section: 'Earthwork', code: '31-250', cost: '40,000', price: '60,000' },
    { section: 'Tide gate', code: '31-100', cost: '60,000', price: '84,000' },
  ]);
}

async function approve(app: TestApp, kind: string, rows: Parameters<typeof sheetOf>[0]): Promise<void> {
  const begun = await app.order<{ id: number; version: number; pricedOn: string }>('POST', '/projects/2/estimates', {
    ...{ kind, name: '', copyOf: null },
  });
  const { version } = await app.order<{ version: number }>('PUT', `/estimates/${begun.id}`, {
    ...{ version: begun.version, name: '', pricedOn: begun.pricedOn, targetEndOn: '', sheet: sheetOf(rows) },
  });
  await app.order('POST', `/estimates/${begun.id}/approval`, {
    ...{ version, agreedOn: '2027-01-10', grouping: 'section', plan: [] },
  });
}

const ROW = { line: '', percent: '', amount: '', stored: '', mayExceed: '', text: '' };
const application = (rows: readonly Partial<typeof ROW>[], replaces = '') => ({
  ...{ kind: 'applications', project: 'DUNE', datedOn: '2027-01-31', replaces, taxCode: '', text: '' },
  rows: rows.map((row) => ({ ...ROW, ...row })),
});
const certificate = (number: string, rows: readonly object[] = []) => ({
  ...{ kind: 'certificates', application: number, datedOn: '', dueOn: '', taxCode: '', text: '' },
  rows: rows.map((row) => ({ line: '', certified: '', stored: '', reason: '', ...row })),
});
interface Billing {
  readonly contractCents: number;
  readonly billedCents: number;
  readonly leftCents: number;
  readonly heldCents: number;
  readonly openCents: number;
  readonly lastPayment: { readonly paidOn: string; readonly amountCents: number } | null;
  readonly lines: readonly {
    name: string;
    billedCents: number;
    storedCents: number;
    heldCents: number;
    complete: unknown;
  }[];
  readonly applications: readonly {
    number: string;
    state: string;
    askedCents: number;
    certifiedCents: number | null;
  }[];
  readonly invoices: readonly { number: string; dueCents: number; openCents: number; state: string }[];
}
const billingOf = (app: TestApp) => app.ask<Billing>('/project-billing?project=2&through=2027-01');
const waiting = async (app: TestApp) =>
  (await app.ask<{ rows: { what: string; count: number; amountCents: number | null }[] }>('/waiting')).rows;
const latestInvoice = async (app: TestApp) =>
  (await app.ask<{ rows: { id: number }[] }>('/documents?kind=invoice&through=2027-01')).rows[0]?.id;
const differences = async (app: TestApp) =>
  (await verifiedBooks(app.books.reader)).flatMap(({ title, differences: found }) =>
    found.map((each) => `${title}: ${each}`),
  );

describe('an application with retention, certified for less, paid in part', () => {
  const company = smallCompany(agree);

  test('from the schedule to what is still open, and to the balance sheet of its project', async () => {
    const app = await company.open();
    const [asked] = await post(
      app,
      '2027-01',
      application([
        { line: '1', percent: '40' },
        { line: 'Tide gate', stored: '6,500' },
      ]),
    );
    expect(asked?.number).toBe('AFP-0001');
    expect((await billingOf(app)).applications).toMatchObject([
      { number: 'AFP-0001', state: 'submitted', askedCents: 3_050_000, certifiedCents: null },
    ]);
    expect(await waiting(app)).toContainEqual({ what: 'applications-sent', count: 1, amountCents: 3_050_000 });
    // What was asked earns and bills nothing.
    expect((await billingOf(app)).billedCents).toBe(0);

    const begun = await app.ask<{ sheet: { rows: unknown[] } }>(`/documents/${asked?.id}/certificate-sheet`);
    expect(begun.sheet.rows).toHaveLength(2);
    const less = certificate('AFP-0001', [{ line: '1', certified: '20,000', reason: 'The north bank is not graded' }]);
    const [invoice] = await post(app, '2027-01', less);
    expect((await waiting(app)).map(({ what }) => what)).not.toContain('applications-sent');
    await app.order('POST', '/receipts', { documentId: invoice?.id, paidOn: '2027-01-31', amount: '10,000' });
    const now = await billingOf(app);
    expect(now).toMatchObject({
      ...{ contractCents: 14_400_000, billedCents: 2_650_000, leftCents: 11_750_000, heldCents: 232_500 },
      ...{ openCents: 1_417_500, lastPayment: { paidOn: '2027-01-31', amountCents: 1_000_000 } },
      lines: [
        { name: 'Earthwork', billedCents: 2_000_000, storedCents: 0, heldCents: 200_000 },
        { name: 'Tide gate', billedCents: 650_000, storedCents: 650_000, heldCents: 32_500 },
      ],
      applications: [{ state: 'certified', certifiedCents: 2_650_000 }],
      invoices: [{ number: 'INV-0001', dueCents: 2_417_500, openCents: 1_417_500, state: 'part paid' }],
    });

    const aging = await app.ask<{
      rows: { code: string; total: { amountCents: number }; retention: { amountCents: number } }[];
    }>('/aging?through=2027-01&side=receivable');
    expect(aging.rows).toMatchObject([
      { code: 'COUNTY', total: { amountCents: 1_417_500 }, retention: { amountCents: 232_500 } },
    ]);

    const sheet = await app.ask<{
      assets: { lines: { code: string; amounts: { amountCents: number }[] }[] };
      contractLiabilities: { amountCents: number; figure: string };
      company: { amountCents: number; figure: string };
      totalAssetsCents: number;
      totalLiabilitiesAndEquityCents: number;
    }>('/balance-sheet?through=2027-01&project=2');
    // Receivable 14,175.00; billed 26,500.00 with nothing earned, 2,325.00 held back: owed 24,175.00; the bank has 10,000.00 of it.
    expect(sheet.assets.lines.map(({ code, amounts }) => [code, amounts[0]?.amountCents])).toEqual([
      ['1200', 1_417_500],
    ]);
    expect(sheet.contractLiabilities).toMatchObject({ amountCents: 2_417_500, figure: 'contract-owed.p2.t2027-01' });
    expect(sheet.company).toMatchObject({ amountCents: -1_000_000 });
    expect(sheet.totalAssetsCents).toBe(sheet.totalLiabilitiesAndEquityCents);
    for (const figure of [sheet.contractLiabilities.figure, sheet.company.figure]) {
      const trace = await app.ask<{ amountCents: number; lines: { amountCents: number }[] }>(`/trace?figure=${figure}`);
      expect(Math.abs(trace.lines.reduce((all, each) => all + each.amountCents, 0))).toBe(Math.abs(trace.amountCents));
    }
    const wip = await app.ask<{
      rows: { code: string; retained: { amountCents: number }; net: { amountCents: number } }[];
    }>('/wip-schedule?through=2027-01');
    expect(wip.rows.find(({ code }) => code === 'DUNE')).toMatchObject({
      ...{ retained: { amountCents: 232_500 }, net: { amountCents: -2_417_500 } },
    });
    expect(await openApart(app)).toEqual([]);
    expect(await differences(app)).toEqual([]);
    await app.close();
  });

  test('a correction takes the place of what was asked; both stay, and only the last is answered', async () => {
    const app = await company.open();
    const [first] = await post(app, '2027-01', application([{ line: '1', percent: '40' }]));
    const { sheet } = await app.ask<{ sheet: { replaces: string } }>(`/documents/${first?.id}/corrected-application`);
    expect(sheet.replaces).toBe('AFP-0001');
    await post(app, '2027-01', application([{ line: '1', percent: '35' }], 'AFP-0001'));
    expect((await billingOf(app)).applications.map(({ number, state }) => [number, state])).toEqual([
      ['AFP-0002', 'submitted'],
      ['AFP-0001', 'corrected'],
    ]);
    expect(
      await app.refused('POST', `/documents/${first?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong' }),
    ).toEqual(['application-answered']);
    const draft = await app.order<{ id: number; version: number }>('POST', '/drafts', {
      ...{ month: '2027-01', sheet: certificate('AFP-0001') },
    });
    expect(
      await app.refused('POST', `/drafts/${draft.id}/posting`, {
        ...{ month: '2027-01', version: draft.version, acceptWarnings: true },
      }),
    ).toEqual(['application unknown-code']);
    await app.close();
  });

  test('an invoice taken back lets its application wait again; one that was credited is not taken back', async () => {
    const app = await company.open();
    const [asked] = await post(app, '2027-01', application([{ line: '1', percent: '50' }]));
    const [invoice] = await post(app, '2027-01', certificate('AFP-0001'));
    await app.order('POST', `/documents/${invoice?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Not yet' });
    expect((await billingOf(app)).applications).toMatchObject([{ state: 'submitted' }]);
    expect((await billingOf(app)).heldCents).toBe(0);
    const [again] = await post(app, '2027-01', certificate('AFP-0001'));
    expect(
      await app.refused('POST', `/documents/${asked?.id}/reversal`, { postedOn: '2027-01-31', reason: 'No' }),
    ).toEqual(['application-answered']);
    // A fifth of 30,000.00 is credited: 6,000.00, of which 600.00 were held back.
    const note = {
      documentId: again?.id,
      datedOn: '2027-01-31',
      work: '6,000',
      text: 'Washed out',
      acceptWarnings: false,
    };
    await app.order('POST', '/credit-notes', note);
    expect(await billingOf(app)).toMatchObject({ billedCents: 2_400_000, heldCents: 240_000, openCents: 2_160_000 });
    expect(
      (await app.refused('POST', `/documents/${again?.id}/reversal`, { postedOn: '2027-01-31', reason: 'No' }))[0],
    ).toMatch(/settled|application-answered/);
    expect(await differences(app)).toEqual([]);
    await app.close();
  });
});

describe('shares of the contract', () => {
  const company = smallCompany(agree);

  test('go to the lines of the schedule, hold back by the terms, and the last takes the rest of every line', async () => {
    const app = await company.open();
    const share = (typed: string) => ({
      ...{ kind: 'invoices', datedOn: '2027-01-31' },
      rows: [{ project: 'DUNE', share: typed, taxCode: '', dueOn: '', text: '' }],
    });
    await post(app, '2027-01', share('30%'));
    // 43,200.00 by 60,000 and 84,000: 18,000.00 and 25,200.00; 10 % held back.
    expect(await billingOf(app)).toMatchObject({
      ...{ billedCents: 4_320_000, heldCents: 432_000 },
      lines: [{ billedCents: 1_800_000 }, { billedCents: 2_520_000 }],
    });
    // 2,520.00 of the 25,200.00 of the gate is credited, and a tenth of the 2,520.00 that is held back of it.
    const credited = { documentId: await latestInvoice(app), datedOn: '', work: '', text: 'Not the gate' };
    const gate = { ...credited, lines: [{ line: '2', amount: '2,520' }] };
    const note = await app.order<{ id: number }>('POST', '/credit-notes', gate);
    expect(await billingOf(app)).toMatchObject({
      ...{ billedCents: 4_068_000, heldCents: 406_800 },
      lines: [
        { billedCents: 1_800_000, heldCents: 180_000 },
        { billedCents: 2_268_000, heldCents: 226_800 },
      ],
    });
    expect(await app.refused('POST', '/credit-notes', { ...credited, lines: [{ line: '3', amount: '1' }] })).toEqual([
      'lines/0/line line-not-asked',
    ]);
    await app.order('POST', `/documents/${note.id}/reversal`, { postedOn: '2027-01-31', reason: 'It was agreed' });
    await approve(app, 'change', [{ section: 'Planting', code: '31-250', cost: '9,000', price: '16,000' }]);
    await post(app, '2027-01', share('rest'));
    expect(await billingOf(app)).toMatchObject({
      ...{ contractCents: 16_000_000, billedCents: 16_000_000, leftCents: 0, heldCents: 800_000 },
      lines: [{ billedCents: 6_000_000 }, { billedCents: 8_400_000 }, { billedCents: 1_600_000 }],
    });
    expect(
      await app.refused('POST', '/invoices', {
        ...{
          project: 'DUNE',
          datedOn: '',
          dueOn: '',
          share: 'amount',
          value: '0.01',
          taxCode: '',
          text: '',
          acceptWarnings: false,
        },
      }),
    ).toEqual(['value over-contract']);
    expect(await differences(app)).toEqual([]);
    await app.close();
  });

  test('what is approved says where its cost belongs, and its percent complete follows the cost', async () => {
    const app = await company.open();
    const lines = async () => (await billingOf(app)).lines.map(({ complete }) => complete);
    expect(await lines()).toEqual([
      { numerator: 0, denominator: 4_000_000 },
      { numerator: 0, denominator: 6_000_000 },
    ]);
    await app.close();
  });

  test('retention that cannot be read is refused at its field', async () => {
    const app = await company.open();
    const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
      '/records/project',
    );
    const [one] = rows;
    expect(
      await app.refused('PUT', `/records/project/${one?.id}`, {
        ...{ version: one?.version, fields: { ...one?.fields, retention: 'a tenth' } },
      }),
    ).toEqual(['retention retention-unreadable']);
    await app.close();
  });
});

describe('what a client holds back and pays', () => {
  const company = smallCompany(agree);

  test('retention is invoiced in two parts, and one amount pays several invoices with the rest on account', async () => {
    const app = await company.open();
    const share = { project: 'DUNE', share: '50%', taxCode: '', dueOn: '', text: '' };
    await post(app, '2027-01', { kind: 'invoices', datedOn: '2027-01-31', rows: [share] });
    // 72,000.00 billed, 7,200.00 held back, 64,800.00 to pay.
    const release = (amount: string) => ({
      ...{ kind: 'retention-invoices', datedOn: '2027-01-31' },
      rows: [{ project: 'DUNE', amount, taxCode: '', dueOn: '', text: 'First part' }],
    });
    const [first] = await post(app, '2027-01', release('3,000'));
    expect(first?.number).toBe('RET-0001');
    expect(await billingOf(app)).toMatchObject({ heldCents: 420_000, openCents: 6_480_000 });
    const receipt = (amount: string) => ({
      ...{ kind: 'receipts', controlTotal: '' },
      rows: [{ client: 'COUNTY', paidOn: '2027-01-31', amount, document: '', applied: '', text: '' }],
    });
    const made = await post(app, '2027-01', receipt('70,000'));
    expect(made.map(({ number }) => number)).toEqual(['RCT-0001', 'POA-0001']);
    const [second] = await post(app, '2027-01', release(''));
    expect(await billingOf(app)).toMatchObject({ heldCents: 0, openCents: 0 });
    // 2,200.00 on account pay a part of the last 4,200.00.
    await app.order('POST', '/offsets', {
      documentId: second?.id,
      creditId: made[1]?.id,
      appliedOn: '2027-01-31',
      amount: '',
    });
    const last = await app.ask<{ document: { openCents: number } }>(`/documents/${second?.id}`);
    expect(last.document.openCents).toBe(200_000);
    const invoice = (await app.ask<{ rows: { id: number }[] }>('/documents?through=2027-01&kind=invoice')).rows[0];
    expect(
      await app.refused('POST', `/documents/${invoice?.id}/reversal`, { postedOn: '2027-01-31', reason: 'No' }),
    ).toEqual(['application-answered']);
    expect(await openApart(app)).toEqual([]);
    expect(await differences(app)).toEqual([]);
    await app.close();
  });
});
