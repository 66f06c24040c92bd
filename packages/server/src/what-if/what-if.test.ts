import { expect, test } from 'vitest';
import { NOTHING_ASKED, readWhatIf } from '@lowtide/core/what-if/read-what-if.ts';
import { WhatIfBasis } from '@lowtide/core/wire/what-if.ts';
import { GOOD_BILL, billSheet, post, smallCompany } from '../small-company.test.support.ts';

/** DUNE: 50,000.00 for 40,000.00, 2,000.00 of it in January. */
const company = smallCompany(async (app) => {
  const bill = { ...GOOD_BILL, number: 'N-9', project: 'DUNE', code: '31-250', net: '2,000' };
  await post(app, '2027-01', billSheet(bill));
});

test('a what-if of which nothing is asked is the run of the month, project by project', async () => {
  const app = await company.open();
  const basis = WhatIfBasis.parse(await app.ask('/what-if?through=2027-01'));
  const { rows } = await app.ask<{ rows: { code: string; earnedMonthCents: number }[] }>('/recognition?month=2027-01');
  const run = new Map(rows.map(({ code, earnedMonthCents }) => [code, earnedMonthCents]));
  const answer = readWhatIf(NOTHING_ASKED, basis);
  const same = basis.positions.map(({ project: { code } }, place) => [
    answer.rows[place]?.asked.earnedMonth,
    run.get(code) ?? 0,
  ]);
  expect(same.length).toBeGreaterThan(1);
  for (const [asked, posted] of same) expect(asked).toBe(posted);
  // 2 of 40 of 50,000.00.
  expect(answer.rows[basis.positions.findIndex(({ project }) => project.code === 'DUNE')]?.asked.earnedToDate).toBe(
    250_000,
  );
  await app.close();
});

test('only contracts that are under way and measured are asked about', async () => {
  const app = await company.open();
  const { positions } = await app.ask<WhatIf>('/what-if?through=2027-01');
  expect(positions.every(({ stage, project }) => stage === 'under way' && project.method !== 'none')).toBe(true);
  expect((await app.ask<WhatIf>('/what-if?through=2020-01')).positions).toEqual([]);
  await app.close();
});

interface WhatIf {
  readonly positions: readonly { readonly stage: string; readonly project: { readonly method: string } }[];
}
