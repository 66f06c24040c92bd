import { expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { billSheet, BLANK_BILL, openApp, post, recognize, setUpSmallCompany } from '../small-company.test.support.ts';
import { addPier, approve, priced } from '../priced-estimate.test.support.ts';

const pierOf = <T extends { readonly code: string }>({ rows }: { readonly rows: readonly T[] }) =>
  rows.find(({ code }) => code === 'PIER');

/** Contract 1,000,000 at 700,000, of which 420,000 is spent by January: 60 %, 600,000 earned. January is locked. */
test('a change order approved late leaves the locked month alone, and the next run catches up', async () => {
  const app = await openApp();
  await setUpSmallCompany(app);
  const pier = await addPier(app);
  await approve(
    app,
    await priced(app, pier, [{ section: 'All', code: '31-250', cost: '700,000', price: '1,000,000' }]),
  );
  const bill = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-01-20', project: 'PIER', code: '31-250' };
  await post(app, '2027-01', billSheet({ ...bill, number: 'N-1', net: '420,000' }));
  await recognize(app, '2027-01');
  await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Closed' });
  app.setToday('2027-02-28');
  const january = await app.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-01');
  expect(pierOf(january)).toMatchObject({
    earned: { amountCents: 60_000_000 },
    complete: { numerator: 42_000_000, denominator: 70_000_000 },
  });

  const change = await priced(app, pier, [{ section: 'More', code: '31-250', cost: '120,000', price: '150,000' }], {
    kind: 'change',
  });
  const approved = await approve(app, change, { agreedOn: '2027-01-25' });
  expect(approved.effectiveOn, 'January is locked').toBe('2027-02-01');
  expect(await app.ask('/wip-schedule?through=2027-01')).toEqual(january);
  const run = await app.ask<Answer<'recognition'>>('/recognition?month=2027-02');
  // 420,000 of 820,000 is 51.2195 %; of 1,150,000 that is 589,024.39; 600,000 was recognized before.
  expect(pierOf(run)).toMatchObject({
    contract: { amountCents: 115_000_000 },
    estimate: { amountCents: 82_000_000 },
    earnedToDateCents: 58_902_439,
    earnedMonthCents: -1_097_561,
  });
  await recognize(app, '2027-02');
  const february = await app.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-02');
  expect(pierOf(february)).toMatchObject({
    earned: { amountCents: 58_902_439 },
    contract: { amountCents: 115_000_000 },
  });
  expect(pierOf(await app.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-01'))?.earned.amountCents).toBe(
    60_000_000,
  );
  await app.close();
});
