import { sql } from 'kysely';
import { expect, test } from 'vitest';
import { billSheet, GOOD_BILL, post, smallCompany } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

const company = smallCompany();

test('a full disk is told in a sentence, nothing of the order is saved, and the next one is', async () => {
  const app = await company.open();
  const { rows } = await sql<{ page_count: number }>`PRAGMA page_count`.execute(app.books.writer);
  await sql.raw(`PRAGMA max_page_count = ${rows[0]?.page_count ?? 0}`).execute(app.books.writer);
  const many = Array.from({ length: 400 }, (_, each) => ({ ...GOOD_BILL, number: `F-${each}`, text: 'x'.repeat(200) }));
  const refused = await app.send('POST', '/drafts', { month: '2027-01', sheet: billSheet(...many) });
  expect(refused).toMatchObject({
    status: 503,
    body: { detail: 'The disk is full, so nothing was saved. Make room on it, then try again.' },
  });
  expect(await app.ask('/drafts')).toEqual({ rows: [] });
  await sql.raw('PRAGMA max_page_count = 1000000').execute(app.books.writer);
  await post(app, '2027-01', billSheet(GOOD_BILL));
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  await app.close();
});
