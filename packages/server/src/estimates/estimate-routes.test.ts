import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { billSheet, GOOD_BILL, openApp, post, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';
import {
  addPier,
  approvalOf,
  approve,
  PIER_ROWS,
  priced,
  sheetOf,
  type Head,
} from '../priced-estimate.test.support.ts';

type Project = Answer<'project'>;
type Estimates = Answer<'estimates'>;

let app: TestApp;
let pier: number;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  pier = await addPier(app);
});
afterAll(() => app.close());

const project = (of = pier, through = '2027-01') => app.ask<Project>(`/projects/${of}?through=${through}`);
const estimates = (of = pier) => app.ask<Estimates>(`/projects/${of}/estimates`);
const current = async (head: Head): Promise<Head> =>
  (await estimates(pier)).rows.find(({ id }) => id === head.id) ?? head;

describe('an estimate', () => {
  let first: Head;

  test('is kept as typed and sums up', async () => {
    first = await priced(app, pier, PIER_ROWS, { name: 'As asked for' });
    expect(first).toMatchObject({
      number: 'Estimate 1',
      status: 'open',
      costCents: 3_000_000,
      priceCents: 4_000_000,
      version: 2,
    });
    const { sheet, problems } = await app.ask<Answer<'estimate'>>(`/estimates/${first.id}`);
    expect(sheet).toEqual(sheetOf(PIER_ROWS));
    expect(problems).toEqual([]);
  });

  test('keeps what cannot be read, and says what is wrong with it', async () => {
    const second = await priced(app, pier, [{ code: '99-999', cost: 'much' }], { name: 'Rough' });
    const { sheet, problems } = await app.ask<Answer<'estimate'>>(`/estimates/${second.id}`);
    expect(sheet.rows[0]).toMatchObject({ code: '99-999', cost: 'much' });
    expect(problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual([
      'rows/0/code unknown-code',
      'rows/0/cost unreadable-number',
    ]);
    expect(await app.refused('POST', `/estimates/${second.id}/approval`, approvalOf(second.version))).toContain(
      'rows/0/cost unreadable-number',
    );
    await app.order('DELETE', `/estimates/${second.id}`, undefined);
    expect((await estimates()).rows.map(({ number }) => number)).toEqual(['Estimate 1']);
  });

  test('begins as a copy of another version, and the two stand side by side', async () => {
    const copy = await app.order<Head>('POST', `/projects/${pier}/estimates`, {
      kind: 'estimate',
      name: 'Cheaper',
      copyOf: first.id,
    });
    const rows = PIER_ROWS.map((row) => (row.text === 'Planks' ? { ...row, cost: '1,500' } : row));
    await app.order('PUT', `/estimates/${copy.id}`, {
      ...{ version: 1, name: 'Cheaper', pricedOn: '2027-01-31', targetEndOn: '', sheet: sheetOf(rows) },
    });
    const compared = await app.ask<Answer<'compareEstimates'>>(`/estimates/${copy.id}/comparison?with=${first.id}`);
    expect(compared.rows.filter(({ cost }) => cost.change !== 0)).toEqual([
      expect.objectContaining({
        section: 'Deck',
        name: 'Planks',
        cost: { before: 200_000, after: 150_000, change: -50_000 },
      }),
    ]);
    expect(compared.totals.price).toEqual({ before: 4_000_000, after: 3_900_000, change: -100_000 });
  });

  test('changed by somebody meanwhile is not overwritten', async () => {
    const { body, status } = await app.send('PUT', `/estimates/${first.id}`, {
      ...{ version: 1, name: '', pricedOn: '2027-01-31', targetEndOn: '', sheet: sheetOf([]) },
    });
    expect(status).toBe(409);
    expect(JSON.stringify(body)).toContain('Tester changed this at');
    expect((await current(first)).costCents).toBe(3_000_000);
  });

  test.each([
    { case: 'a day that is none', more: { pricedOn: 'soon' }, problem: 'pricedOn unreadable-day' },
    { case: 'a target end that is none', more: { targetEndOn: 'never' }, problem: 'targetEndOn unreadable-day' },
    { case: 'a name as long as a story', more: { name: 'x'.repeat(121) }, problem: 'name too-long' },
  ])('is refused $case', async ({ more, problem }) => {
    const { version } = await current(first);
    const body = { version, name: '', pricedOn: '2027-01-31', targetEndOn: '', sheet: sheetOf(PIER_ROWS), ...more };
    expect(await app.refused('PUT', `/estimates/${first.id}`, body)).toEqual([problem]);
  });

  test('is refused approval with every reason at once', async () => {
    const rows = [
      { cost: '5', price: '7' },
      { section: 'A', code: '31-250', cost: '1', price: '1' },
    ];
    const bad = await priced(app, pier, rows);
    const plan = [{ dueOn: 'never', text: '', share: '100 %' }];
    expect(
      await app.refused(
        'POST',
        `/estimates/${bad.id}/approval`,
        approvalOf(bad.version, { plan, agreedOn: '2027-01-10' }),
      ),
    ).toEqual(['rows/0/code code-to-approve', 'rows/0/section section-to-approve', 'plan/0/dueOn unreadable-day']);
    expect(
      await app.refused('POST', `/estimates/${bad.id}/approval`, approvalOf(bad.version, { agreedOn: '' })),
    ).toEqual(['agreedOn missing']);
  });

  test('approved, it makes budget, contract, schedule and plan; withdrawn, it leaves no trace in figures', async () => {
    const before = await project();
    const head = await current(first);
    const plan = [
      { dueOn: '2027-02-28', text: 'At half', share: '50 %' },
      { dueOn: '2027-06-30', text: 'At the end', share: '20,000' },
    ];
    const approved = await approve(app, head, { plan });
    expect(approved.effectiveOn).toBe('2027-01-10');
    const after = await project();
    expect(after.position.contract.amountCents).toBe(4_000_000);
    expect(
      after.budget.map(({ phase, code, costType, original, budgeted }) => [
        phase,
        code,
        costType,
        original.amountCents,
        budgeted,
      ]),
    ).toEqual([
      [null, '31-250', 'material', 500_000, true],
      ['P', '31-100', 'labor', 1_000_000, true],
      ['P', '31-250', 'material', 1_500_000, true],
    ]);
    const found = await estimates();
    expect(found.schedule.map(({ name, amountCents }) => [name, amountCents])).toEqual([
      ['Piles', 3_800_000],
      ['Deck', 400_000],
      ['Discount', -200_000],
    ]);
    expect(found.plan.map(({ dueOn, name, amountCents }) => [dueOn, name, amountCents])).toEqual([
      ['2027-02-28', 'At half', 2_000_000],
      ['2027-06-30', 'At the end', 2_000_000],
    ]);
    const { version } = await current(first);
    expect(
      await app.refused('PUT', `/estimates/${first.id}`, {
        version,
        name: '',
        pricedOn: '2027-01-31',
        targetEndOn: '',
        sheet: sheetOf([]),
      }),
    ).toEqual(['not-open']);
    expect(await app.refused('POST', `/estimates/${first.id}/withdrawal`, { version, reason: ' ' })).toEqual([
      'reason reason-needed',
    ]);
    await app.order('POST', `/estimates/${first.id}/withdrawal`, { version, reason: 'Signed the wrong one' });
    expect({ ...(await project()), version: 0 }).toEqual({ ...before, version: 0 });
    expect((await estimates()).schedule).toEqual([]);
    expect(
      await app.refused('POST', `/estimates/${first.id}/withdrawal`, { version: version + 1, reason: 'Again' }),
    ).toEqual(['not-open']);
  });

  test('approved again, the project stands as before; a second one is refused', async () => {
    await approve(app, await current(first));
    const other = (await estimates()).rows.find(({ name }) => name === 'Cheaper');
    if (!other) throw new Error('it was copied');
    expect(await app.refused('POST', `/estimates/${other.id}/approval`, approvalOf(other.version))).toEqual([
      'already-approved',
    ]);
  });

  test('with cost posted against it, it is no longer withdrawn', async () => {
    await post(
      app,
      '2027-01',
      billSheet({ ...GOOD_BILL, number: 'N-9', project: 'PIER', code: 'P/31-250', net: '100' }),
    );
    const { version } = await current(first);
    expect(await app.refused('POST', `/estimates/${first.id}/withdrawal`, { version, reason: 'Wrong' })).toEqual([
      'built-upon',
    ]);
  });
});

describe('a change order', () => {
  const rows = [{ section: 'Ladder', code: 'P/31-250', text: 'Ladder', cost: '1,200', price: '1,500' }];
  let change: Head;

  test('waits as exposure, and moves nothing', async () => {
    change = await priced(app, pier, rows, { kind: 'change', name: 'Ladder', targetEndOn: '2027-07-31' });
    expect(change).toMatchObject({ number: 'Change order 1', status: 'pending' });
    expect((await estimates()).exposure).toEqual({ costCents: 120_000, priceCents: 150_000 });
    expect((await project()).position.contract.amountCents).toBe(4_000_000);
  });

  test('approved, it changes budget, contract, schedule and target end as of its day', async () => {
    await approve(app, change, { agreedOn: '2027-02-15' });
    expect((await project(pier, '2027-01')).position.contract.amountCents).toBe(4_000_000);
    const after = await project(pier, '2027-02');
    expect(after.position).toMatchObject({ contract: { amountCents: 4_150_000 }, targetEndOn: '2027-07-31' });
    expect(after.budget.find(({ code, phase }) => code === '31-250' && phase === 'P')).toMatchObject({
      changesCents: 120_000,
      original: { amountCents: 1_500_000 },
      revised: { amountCents: 1_620_000 },
    });
    const found = await estimates();
    expect(found.schedule.at(-1)).toEqual({ name: 'Ladder', amountCents: 150_000, from: 'Change order 1' });
    expect(found.exposure.priceCents).toBe(0);
  });

  test('withdrawn before anything is posted, it gives the target end back', async () => {
    const { version } = await current(change);
    const given = await app.order<Head>('POST', `/estimates/${change.id}/withdrawal`, {
      version,
      reason: 'Not signed yet',
    });
    expect(given).toMatchObject({ status: 'pending', decidedOn: null, effectiveOn: null });
    const after = await project(pier, '2027-02');
    expect(after.position).toMatchObject({ contract: { amountCents: 4_000_000 }, targetEndOn: '2027-06-30' });
  });

  test('approval taken back leaves what was pending as if it had never been; thrown away it was pending on no day', async () => {
    const other = await priced(app, pier, rows, { kind: 'change', name: 'Rails' });
    const pending = async (through: string) =>
      (
        await app.ask<{ rows: { code: string; pendingPriceCents: number }[] }>(`/portfolio?through=${through}`)
      ).rows.find(({ code }) => code === 'PIER')?.pendingPriceCents;
    const before = [await pending('2026-12'), await pending('2027-01'), await pending('2027-02')];
    await approve(app, other, { agreedOn: '2027-01-01' });
    const { version } = await current(other);
    await app.order('POST', `/estimates/${other.id}/withdrawal`, { version, reason: 'Not signed' });
    expect([await pending('2026-12'), await pending('2027-01'), await pending('2027-02')]).toEqual(before);
    expect((await app.send('DELETE', `/estimates/${other.id}`)).status).toBe(200);
    const without = before.map((cents) => Math.max(0, (cents ?? 0) - 150_000));
    expect([await pending('2026-12'), await pending('2027-01'), await pending('2027-02')]).toEqual(without);
    expect((await estimates()).rows.map(({ id }) => id)).not.toContain(other.id);
  });

  test('rejected, it is no exposure any more, and stays as it was', async () => {
    const { version } = await current(change);
    expect(await app.refused('POST', `/estimates/${change.id}/rejection`, { version, reason: '' })).toEqual([
      'reason reason-needed',
    ]);
    const given = await app.order<Head>('POST', `/estimates/${change.id}/rejection`, { version, reason: 'Too dear' });
    expect(given).toMatchObject({ status: 'rejected', decidedBy: 'Tester', decision: 'Too dear' });
    expect((await estimates()).exposure.priceCents).toBe(0);
    expect(await app.refused('POST', `/estimates/${change.id}/approval`, approvalOf(given.version))).toEqual([
      'not-open',
    ]);
    expect((await app.send('DELETE', `/estimates/${change.id}`)).status).toBe(422);
  });

  test('may deduct, though not below nothing', async () => {
    const less = await priced(app, pier, [{ section: 'Deck', code: '31-250', cost: '-500', price: '-800' }], {
      kind: 'change',
    });
    await approve(app, less, { agreedOn: '2027-02-20' });
    expect((await project(pier, '2027-02')).position.contract.amountCents).toBe(3_920_000);
    const all = await priced(app, pier, [{ section: 'Deck', price: '-39,200.01' }], { kind: 'change' });
    expect(await app.refused('POST', `/estimates/${all.id}/approval`, approvalOf(all.version))).toEqual([
      'contract-below-zero',
    ]);
  });

  test('needs a project that has begun', async () => {
    const fields = {
      code: 'NEW',
      name: 'New',
      kind: 'client',
      client: 'COUNTY',
      startOn: '2027-01-01',
      status: 'proposed',
      method: 'cost-to-cost',
      costTreatment: 'hold',
    };
    const { id } = await app.order<{ id: number }>('POST', '/records/project', { fields });
    const early = await priced(app, id, [{ section: 'A', price: '5' }], { kind: 'change' });
    expect(await app.refused('POST', `/estimates/${early.id}/approval`, approvalOf(early.version))).toEqual([
      'not-approved-yet',
    ]);
  });
});

test('there is no estimate that is not there', async () => {
  for (const path of ['/estimates/999', '/projects/999/estimates', `/estimates/1/comparison?with=999`])
    expect((await app.send('GET', path)).status, path).toBe(404);
});
