import { expect, test } from 'vitest';
import { GOOD_BILL, billSheet, post, recognize, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

/** DUNE: 50,000.00 for 40,000.00, 2,000.00 of it in January. */
const company = smallCompany(async (app) => {
  const bill = { ...GOOD_BILL, number: 'N-9', project: 'DUNE', code: '31-250', net: '2,000' };
  await post(app, '2027-01', billSheet(bill));
});

interface Cause {
  readonly cause: string;
  readonly earnedCents: number;
  readonly profitCents: number;
}
interface Row {
  readonly code: string;
  readonly earnedMonthCents: number;
  readonly causes: readonly Cause[];
  readonly before: { readonly month: string; readonly cost: { readonly amountCents: number } } | null;
}
interface Run {
  readonly rows: readonly Row[];
  readonly posted: readonly Row[] | null;
  readonly totals: { readonly earnedMonthCents: number; readonly causes: readonly Cause[] };
  readonly latest: { readonly documentId: number } | null;
  readonly stamp: string;
  readonly leftOut: {
    readonly first: readonly { readonly code: string; readonly reason: string }[];
    readonly count: number;
  };
}
const runOf = (app: TestApp, month: string) => app.ask<Run>(`/recognition?month=${month}`);
const dune = (rows: readonly Row[] | null) => rows?.find(({ code }) => code === 'DUNE');
const earnedBy = (causes: readonly Cause[]) => causes.reduce((all, { earnedCents }) => all + earnedCents, 0);

/** 3,000.00 more of cost in February, and a contract 10,000.00 dearer. */
async function february(app: TestApp): Promise<void> {
  app.setToday('2027-02-28');
  const bill = { ...GOOD_BILL, number: 'N-10', datedOn: '2027-02-10', project: 'DUNE', code: '31-250', net: '3,000' };
  await post(app, '2027-02', billSheet(bill));
  const change = { project: 'DUNE', effectiveOn: '2027-02-15', amount: '10,000', reason: 'Longer crest' };
  await app.order('POST', '/records/contract-change', { fields: change });
}

test('a month says why it earns what it does since the run before, and the posted run keeps it', async () => {
  const app = await company.open();
  await recognize(app, '2027-01');
  await february(app);
  const run = await runOf(app, '2027-02');
  // 5 of 40: 6,250.00, 3,750.00 more than 2,500.00; of 60,000.00 it is 7,500.00.
  expect(dune(run.rows)).toMatchObject({
    causes: [
      { cause: 'work', earnedCents: 375_000, profitCents: 75_000 },
      { cause: 'price', earnedCents: 125_000, profitCents: 125_000 },
    ],
    before: { month: '2027-01', cost: { amountCents: 200_000 } },
  });
  expect(earnedBy(run.totals.causes)).toBe(run.totals.earnedMonthCents);
  for (const { causes, earnedMonthCents } of run.rows) expect(earnedBy(causes)).toBe(earnedMonthCents);
  await recognize(app, '2027-02');
  const posted = await runOf(app, '2027-02');
  expect(dune(posted.posted)?.causes).toEqual(dune(run.rows)?.causes);
  expect(dune(posted.rows)?.causes).toEqual([]);
  await app.close();
});

test('what comes late is explained, and the run is taken back and posted anew in one step', async () => {
  const app = await company.open();
  await recognize(app, '2027-01');
  const late = { ...GOOD_BILL, number: 'N-11', project: 'DUNE', code: '31-250', net: '1,000' };
  await post(app, '2027-01', billSheet(late));
  const { latest, stamp, rows } = await runOf(app, '2027-01');
  expect(dune(rows)?.causes).toEqual([{ cause: 'work', earnedCents: 125_000, profitCents: 25_000 }]);
  const again = { documentId: latest?.documentId, reason: 'A late bill', stamp };
  expect(await app.refused('POST', '/recognition/again', { ...again, stamp: 'x' })).toEqual(['stamp preview-outdated']);
  expect(await app.refused('POST', '/recognition/again', { ...again, reason: ' ' })).toEqual(['reason reason-needed']);
  expect(await app.refused('POST', '/recognition/again', { ...again, documentId: 1 })).toEqual([
    'documentId not-latest-run',
  ]);
  await app.order('POST', '/recognition/again', again);
  const after = await runOf(app, '2027-01');
  // 3 of 40 of 50,000.00.
  expect(dune(after.posted)).toMatchObject({ earnedMonthCents: 375_000 });
  expect(dune(after.rows)?.causes).toEqual([]);
  expect(
    await app.refused('POST', '/recognition/again', {
      ...again,
      documentId: after.latest?.documentId,
      stamp: after.stamp,
    }),
  ).toEqual(['documentId nothing-to-recognize']);
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  await app.close();
});

test('projects that a run leaves out are named with the reason', async () => {
  const app = await company.open();
  const { leftOut: found, rows } = await runOf(app, '2027-01');
  const leftOut = found.first;
  expect(found.count).toBe(leftOut.length);
  expect(leftOut.length).toBeGreaterThan(0);
  expect(leftOut.every(({ reason }) => reason === 'not measured' || reason === 'nothing yet')).toBe(true);
  expect(leftOut.some(({ code }) => rows.some((row) => row.code === code))).toBe(false);
  await app.close();
});
