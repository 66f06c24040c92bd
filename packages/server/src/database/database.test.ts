import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SqliteDatabase from 'better-sqlite3';
import { sql } from 'kysely';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { GOOD_BILL, billSheet, openApp, post, setUpSmallCompany } from '../small-company.test.support.ts';
import { migrate, MIGRATIONS, NewerBooks } from './migrate.ts';
import { openBooks } from './open.ts';

let directory: string;
let path: string;
beforeEach(() => {
  directory = mkdtempSync(join(tmpdir(), 'lowtide-'));
  path = join(directory, 'books.sqlite');
});
afterEach(() => rmSync(directory, { recursive: true, force: true }));

test('a file from a newer version is refused and left as it was', async () => {
  const file = new SqliteDatabase(path);
  file.pragma(`user_version = ${MIGRATIONS.length + 1}`);
  file.close();
  await expect(openBooks(path)).rejects.toThrow(NewerBooks);
  const again = new SqliteDatabase(path);
  expect(again.pragma('user_version', { simple: true })).toBe(MIGRATIONS.length + 1);
  again.close();
});

test('before an older file is migrated, a copy of it is laid beside it', async () => {
  const books = await openBooks(path);
  await books.writer
    .insertInto('company')
    .values({
      id: 1,
      name: 'Old',
      currency: 'USD',
      fiscal_year_start_month: 1,
      percent_decimals: null,
      first_month: 24_324,
      locked_through: null,
    })
    .execute();
  const next = {
    up: async (db: Parameters<(typeof MIGRATIONS)[number]['up']>[0]) =>
      void (await sql`UPDATE company SET name = 'New'`.execute(db)),
  };
  await migrate(books.writer, { path, version: () => MIGRATIONS.length }, [...MIGRATIONS, next]);
  expect(await books.reader.selectFrom('company').select('name').executeTakeFirst()).toEqual({ name: 'New' });
  await books.close();
  const copy = new SqliteDatabase(`${path}.v${MIGRATIONS.length}.backup`);
  expect(copy.prepare('SELECT name FROM company').get()).toEqual({ name: 'Old' });
  copy.close();
});

test('a migration that fails leaves the file as it was', async () => {
  const books = await openBooks(path);
  const broken = {
    up: async (db: Parameters<(typeof MIGRATIONS)[number]['up']>[0]) => {
      await sql`CREATE TABLE half (id INTEGER) STRICT`.execute(db);
      await sql`NOT SQL`.execute(db);
    },
  };
  await expect(
    migrate(books.writer, { path, version: () => MIGRATIONS.length }, [...MIGRATIONS, broken]),
  ).rejects.toThrow();
  const { rows } = await sql`SELECT name FROM sqlite_schema WHERE name = 'half'`.execute(books.reader);
  expect(rows).toEqual([]);
  await books.close();
});

test('what is acknowledged is on the disk: full synchronization holds after writes', async () => {
  const books = await openBooks(path);
  await books.writer
    .insertInto('audit_log')
    .values({ at: 1, by: 'x', action: 'x', subject: 'x', detail: 'null' })
    .execute();
  const { rows } = await sql<{ synchronous: number }>`PRAGMA synchronous`.execute(books.writer);
  expect(rows).toEqual([{ synchronous: 2 }]);
  const { rows: mode } = await sql<{ journal_mode: string }>`PRAGMA journal_mode`.execute(books.writer);
  expect(mode).toEqual([{ journal_mode: 'wal' }]);
  expect(existsSync(`${path}-wal`)).toBe(true);
  await books.close();
});

describe('what is posted', () => {
  test.each([
    'journal_entry',
    'journal_line',
    'document',
    'settlement',
    'worked_hours',
    'budget_change',
    'contract_change',
    'audit_log',
  ])('cannot be changed or deleted in %s, not even by SQL', async (table) => {
    const app = await openApp();
    await setUpSmallCompany(app);
    const [bill] = await post(app, '2027-01', billSheet(GOOD_BILL));
    await app.order('POST', '/payments', { documentId: bill?.id, paidOn: '2027-01-31', amount: '100' });
    await post(app, '2027-01', {
      kind: 'hours',
      weekOn: '2027-01-11',
      rows: [
        {
          employee: 'E1',
          project: 'GATE',
          code: '31-100',
          costType: '',
          days: ['8', '', '', '', '', '', ''],
          text: '',
        },
      ],
    });
    await expect(sql.raw(`UPDATE ${table} SET id = id`).execute(app.books.writer)).rejects.toThrow('is never changed');
    await expect(sql.raw(`DELETE FROM ${table}`).execute(app.books.writer)).rejects.toThrow('is never deleted');
    await app.close();
  });
});
