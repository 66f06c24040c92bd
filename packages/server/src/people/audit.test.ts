import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SqliteDatabase from 'better-sqlite3';
import { Kysely, sql, SqliteDialect } from 'kysely';
import { expect, test } from 'vitest';
import { migrate, MIGRATIONS } from '../database/migrate.ts';
import { openBooks } from '../database/open.ts';
import type { Schema } from '../database/schema.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';
import { auditEntries, brokenChain } from '../audit/audit-queries.ts';
import { peopled, signedIn } from '../visitor.test.support.ts';
import { billSheet, GOOD_BILL, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();

interface Entry {
  readonly id: number;
  readonly by: string;
  readonly origin: string;
  readonly action: string;
  readonly about: string;
  readonly subject: string;
  readonly detail: unknown;
}

const entriesOf = async (app: TestApp, query = '') =>
  (await app.ask<{ entries: readonly Entry[]; more: boolean }>(`/audit-log${query}`)).entries;

const broken = async (app: TestApp) =>
  (await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences);

test('a changed record says who, from where, and each field before and after', async () => {
  const app = await company.open();
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/supplier',
  );
  const [first] = rows;
  if (!first) throw new Error('the small company has a supplier');
  const fields = { ...first.fields, name: 'Stone and Sons' };
  await app.order('PUT', `/records/supplier/${first.id}`, { version: first.version, fields });
  const [entry] = await entriesOf(app, `?about=supplier+${first.id}`);
  expect(entry).toMatchObject({
    ...{ by: 'Tester', origin: '127.0.0.1', action: 'change supplier', subject: first.fields['code'] },
    detail: { before: { name: first.fields['name'] }, after: { name: 'Stone and Sons' } },
  });
  await app.close();
});

test('a posting is found by the number of its document, and by who posted it', async () => {
  const app = await company.open();
  const number = 'S-77';
  await post(app, '2027-01', billSheet({ ...GOOD_BILL, number }));
  const found = await entriesOf(app, `?text=${number}`);
  expect(found.map(({ action, subject }) => [action, subject])).toEqual([['post bills', number]]);
  expect(await entriesOf(app, '?by=Nobody')).toEqual([]);
  await app.close();
});

test('entries come a page at a time, the newest first', async () => {
  const app = await company.open();
  for (let each = 1; each <= 101; each += 1) {
    await app.order('POST', '/records/cost-code', { fields: { code: `X${each}`, name: 'One more' } });
  }
  const first = await app.ask<{ entries: readonly Entry[]; more: boolean }>('/audit-log?text=X');
  expect([first.entries.length, first.more]).toEqual([100, true]);
  const rest = await entriesOf(app, `?text=X&before=${first.entries.at(-1)?.id ?? 0}`);
  expect(rest.map(({ subject }) => subject)).toContain('X1');
  await app.close();
});

test('who signs in is written down, and no password', async () => {
  const app = await company.open();
  const ines = await peopled(app, [{ name: 'Jon Reed', role: 'reader' }]);
  await signedIn(app, 'Jon Reed');
  const { body } = await ines.send('GET', '/audit-log');
  const entries = body['entries'] as unknown as readonly Entry[];
  expect(entries.slice(0, 3).map(({ action, by, subject }) => [action, by, subject])).toEqual([
    ['sign in', 'Jon Reed', 'Jon Reed'],
    ['add person', 'Ines Falk', 'Jon Reed'],
    ['add person', 'Ines Falk', 'Ines Falk'],
  ]);
  await app.close();
});

test('the log of older books is chained when they are opened', async () => {
  const path = join(mkdtempSync(join(tmpdir(), 'lowtide-')), 'books.sqlite');
  const file = new SqliteDatabase(path);
  const old = new Kysely<Schema>({ dialect: new SqliteDialect({ database: file }) });
  await migrate(old, { path, version: () => 0 }, MIGRATIONS.slice(0, 5));
  for (const subject of ['one', 'two', 'three']) {
    await sql`INSERT INTO audit_log (at, by, action, subject, detail) VALUES (1, 'x', 'x', ${subject}, 'null')`.execute(
      old,
    );
  }
  await old.destroy();
  const books = await openBooks(path);
  expect(await brokenChain(books.reader)).toEqual([]);
  const { entries } = await auditEntries(books.reader, { text: '', by: '', about: '' });
  expect(entries.map(({ subject }) => subject)).toEqual(['three', 'two', 'one']);
  await books.close();
});

test.each([
  {
    case: 'changed',
    tamper: sql`UPDATE audit_log SET subject = 'other' WHERE id = 3`,
    says: 'entry 3 is not what was written',
  },
  { case: 'taken out', tamper: sql`DELETE FROM audit_log WHERE id IN (3, 4)`, says: 'entries 3 to 4 are missing' },
  {
    case: 'put in',
    tamper: sql`INSERT INTO audit_log (id, at, by, action, subject, detail, hash)
      SELECT MAX(id) + 1, 1, 'x', 'x', 'x', 'null', 'x' FROM audit_log`,
    says: 'is not what was written',
  },
])('verify finds an entry that was $case behind the back of the application', async ({ tamper, says }) => {
  const app = await company.open();
  expect(await broken(app)).toEqual([]);
  for (const done of ['changed', 'deleted'])
    await sql.raw(`DROP TRIGGER audit_log_is_never_${done}`).execute(app.books.writer);
  await tamper.execute(app.books.writer);
  expect((await broken(app)).join('; ')).toContain(says);
  await app.close();
});
