import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SqliteDatabase from 'better-sqlite3';
import { dayNumber, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { month, monthNumber } from '@lowtide/core/calendar/month.ts';
import { Kysely, sql, SqliteDialect } from 'kysely';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { addPier, approve, PIER_ROWS, priced } from '../priced-estimate.test.support.ts';
import { GOOD_BILL, billSheet, openApp, post, setUpSmallCompany } from '../small-company.test.support.ts';
import { migrate, MIGRATIONS, NewerBooks } from './migrate.ts';
import { openBooks } from './open.ts';
import type { Schema } from './schema.ts';

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

test('a migration that is killed leaves the file as it was, to be migrated again', async () => {
  const books = await openBooks(path);
  await books.close();
  const killed = `
    import { sql } from 'kysely';
    import { openBooks } from '${join(import.meta.dirname, 'open.ts')}';
    import { migrate, MIGRATIONS } from '${join(import.meta.dirname, 'migrate.ts')}';
    const books = await openBooks('${path}');
    const up = async (db) => {
      await sql\`CREATE TABLE half (id INTEGER) STRICT\`.execute(db);
      process.kill(process.pid, 'SIGKILL');
      await new Promise(() => {});
    };
    await migrate(books.writer, { path: '${path}', version: () => MIGRATIONS.length }, [...MIGRATIONS, { up }]);
  `;
  const { signal } = spawnSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', killed], {
    cwd: import.meta.dirname,
  });
  expect(signal).toBe('SIGKILL');
  const again = await openBooks(path);
  const { rows } = await sql`SELECT name FROM sqlite_schema WHERE name = 'half'`.execute(again.reader);
  expect(rows).toEqual([]);
  expect((await sql<{ user_version: number }>`PRAGMA user_version`.execute(again.reader)).rows).toEqual([
    { user_version: MIGRATIONS.length },
  ]);
  await again.close();
});

test('what is acknowledged is on the disk: full synchronization holds after writes', async () => {
  const books = await openBooks(path);
  await books.writer
    .insertInto('imported_file')
    .values({ digest: 'x', kind: 'supplier', name: 'x', at: 1, recorded_by: '' })
    .execute();
  const { rows } = await sql<{ synchronous: number }>`PRAGMA synchronous`.execute(books.writer);
  expect(rows).toEqual([{ synchronous: 2 }]);
  const { rows: mode } = await sql<{ journal_mode: string }>`PRAGMA journal_mode`.execute(books.writer);
  expect(mode).toEqual([{ journal_mode: 'wal' }]);
  expect(existsSync(`${path}-wal`)).toBe(true);
  await books.close();
});

test('books of the first version open in this one: contract, budget and cost as they were, nothing approved or forecast yet', async () => {
  const file = new SqliteDatabase(path);
  const old = new Kysely<Schema>({ dialect: new SqliteDialect({ database: file }) });
  await migrate(old, { path, version: () => 0 }, MIGRATIONS.slice(0, 1));
  const day = dayNumber(isoDate('2027-01-01'));
  file.exec(`
    INSERT INTO company VALUES (1, 'Old Works', 'USD', 1, NULL, ${monthNumber(month('2027-01'))}, NULL);
    INSERT INTO cost_code (id, code, name, cost_type) VALUES (1, '31-250', 'Armor stone', 'material');
    INSERT INTO party (id, kind, code, name) VALUES (1, 'client', 'COUNTY', 'Garrow County');
    INSERT INTO project (id, code, name, kind, client_id, start_on, status, method, cost_treatment)
      VALUES (1, 'GATE', 'Tide gate', 'client', 1, ${day}, 'active', 'cost-to-cost', 'hold');
    INSERT INTO contract_change VALUES (1, 1, ${day}, 10000000, 'Contract', ${day * 86_400_000}, 'T');
    INSERT INTO budget_line (id, project_id, cost_code_id, cost_type) VALUES (1, 1, 1, 'material');
    INSERT INTO budget_change VALUES (1, 1, ${day}, 0, 7000000, 0, 1, '', ${day * 86_400_000}, 'T');`);
  await old.destroy();
  const app = await openApp(path);
  const project = await app.ask<Answer<'project'>>('/projects/1?through=2027-01');
  expect([project.position.contract.amountCents, project.position.estimate.amountCents]).toEqual([
    10_000_000, 7_000_000,
  ]);
  expect(project.forecastMonth).toBeNull();
  expect((await app.ask<Answer<'estimates'>>('/projects/1/estimates')).rows).toEqual([]);
  expect((await app.ask<Answer<'forecast'>>('/projects/1/forecast?through=2027-01')).latest).toBeNull();
  await app.close();
});

describe('what is approved and forecast', () => {
  test.each(['approval', 'withdrawal', 'scheduled_value', 'planned_bill', 'forecast', 'forecast_line'])(
    'cannot be changed or deleted in %s, not even by SQL',
    async (table) => {
      const app = await openApp();
      await setUpSmallCompany(app);
      const pier = await addPier(app);
      const head = await priced(app, pier, PIER_ROWS);
      await approve(app, head, { plan: [{ dueOn: '2027-06-30', text: 'All', share: '100 %' }] });
      const sheet = await app.ask<Answer<'forecast'>>('/projects/1/forecast?through=2027-01');
      await app.order('POST', '/projects/1/forecasts', { month: '2027-01', stamp: sheet.stamp, rows: [] });
      const { version } = await app.ask<Answer<'estimate'>>(`/estimates/${head.id}`);
      await app.order('POST', `/estimates/${head.id}/withdrawal`, { version, reason: 'Not signed' });
      const { rows } = await sql`SELECT 1 FROM ${sql.table(table)}`.execute(app.books.reader);
      expect(rows.length).toBeGreaterThan(0);
      await expect(sql.raw(`UPDATE ${table} SET rowid = rowid`).execute(app.books.writer)).rejects.toThrow(
        'never changed',
      );
      await expect(sql.raw(`DELETE FROM ${table}`).execute(app.books.writer)).rejects.toThrow('never deleted');
      await app.close();
    },
  );
});

describe('what is posted', () => {
  test.each([
    'journal_entry',
    'journal_line',
    'document',
    'settlement',
    'worked_hours',
    'rate_rule',
    'payroll_line',
    'true_up_line',
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
    const pay = { employee: 'E1', regularHours: '8', overtimeHours: '', grossRegular: '300', grossOvertime: '' };
    const more = { employerTaxes: '', insurance: '', benefits: '', withheld: '', net: '', text: '' };
    const period = { from: '2027-01-11', through: '2027-01-17', paidOn: '2027-01-22', fee: '' };
    const [payroll] = await post(app, '2027-01', { kind: 'payroll', ...period, rows: [{ ...pay, ...more }] });
    await app.order('POST', '/true-ups', { payrollId: payroll?.id, method: 'spread' });
    await expect(sql.raw(`UPDATE ${table} SET id = id`).execute(app.books.writer)).rejects.toThrow('is never changed');
    await expect(sql.raw(`DELETE FROM ${table}`).execute(app.books.writer)).rejects.toThrow('is never deleted');
    await app.close();
  });
});
