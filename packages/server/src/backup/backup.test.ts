import { execFile, spawn } from 'node:child_process';
import {
  existsSync,
  linkSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { promisify } from 'node:util';
import SqliteDatabase from 'better-sqlite3';
import { Kysely, sql, SqliteDialect } from 'kysely';
import { describe, expect, test } from 'vitest';
import { copyInto } from '../database/copy.ts';
import { migrate, MIGRATIONS } from '../database/migrate.ts';
import type { Schema } from '../database/schema.ts';
import { billSheet, GOOD_BILL, post, smallCompany } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';
import { bookFacts } from './book-facts-queries.ts';
import { copiesOf, makeCopy } from './copies.ts';
import { openToRead } from '../database/open.ts';

const company = smallCompany();
const run = promisify(execFile);
const SOURCES = resolve(import.meta.dirname, '..');

/** One of the commands as it is started from a shell: what it said, and how it ended. */
async function command(main: string, words: readonly string[], env: Readonly<Record<string, string>> = {}) {
  try {
    const started = { env: { ...process.env, ...env } };
    const { stdout } = await run(process.execPath, ['--import', 'tsx', join(SOURCES, main), ...words], started);
    return { status: 0, said: stdout };
  } catch (error) {
    const { code, stdout, stderr } = error as { code: number; stdout: string; stderr: string };
    return { status: code, said: `${stdout}${stderr}` };
  }
}

/** Starts the server and waits for its first words, or its end. */
async function started(env: Readonly<Record<string, string>>) {
  const server = spawn(process.execPath, ['--import', 'tsx', join(SOURCES, 'main.ts')], {
    env: { ...process.env, LOWTIDE_PORT: '0', ...env },
  });
  let said = '';
  const ended = new Promise<number | null>((done) => server.once('exit', done));
  await new Promise<void>((heard) => {
    const listen = (part: Buffer): void => {
      said += part.toString();
      heard();
    };
    server.stdout.on('data', listen);
    server.stderr.on('data', listen);
  });
  return { server, ended, said: () => said };
}

const newDirectory = (): string => mkdtempSync(join(tmpdir(), 'lowtide-'));

describe('a copy', () => {
  test('is made while people work, is whole, and says what is in it', async () => {
    const app = await company.open();
    const working = Array.from({ length: 5 }, (_, each) =>
      post(app, '2027-01', billSheet({ ...GOOD_BILL, number: `C-${each}` })),
    );
    const made = await command('backup-main.ts', [app.path]);
    await Promise.all(working);
    expect(made.said).toMatch(/documents, \d+ lines, .* verified/);
    const [copy] = copiesOf(app.path);
    expect(copy?.isDaily).toBe(false);
    expect(readdirSync(join(dirname(app.path), 'backups')).filter((name) => !name.endsWith('.sqlite'))).toEqual([]);
    await app.close();
  });

  test('of each day goes when there are newer ones enough; one made by hand stays', async () => {
    const app = await company.open();
    await makeCopy(app.path, { now: new Date('2027-01-01T10:00:00Z'), daily: false });
    for (let day = 1; day <= 31; day += 6) {
      await makeCopy(app.path, { now: new Date(Date.UTC(2027, 0, day)), daily: true });
      await makeCopy(app.path, { now: new Date(Date.UTC(2027, 0, day + 1)), daily: true });
    }
    const days = copiesOf(app.path).map(({ name, isDaily }) => `${name.slice(-16, -13)} ${isDaily}`);
    expect(days.filter((each) => each.endsWith('false'))).toHaveLength(1);
    expect(copiesOf(app.path).filter(({ isDaily }) => isDaily).length).toBeLessThan(12);
    await app.close();
  });

  test('made four times at once is four', async () => {
    const app = await company.open();
    const now = new Date('2027-01-31T10:00:00Z');
    await Promise.all([1, 2, 3, 4].map(() => makeCopy(app.path, { now, daily: false })));
    expect(copiesOf(app.path)).toHaveLength(4);
    await app.close();
  });

  test('that does not verify says so and does not take the name of one', async () => {
    const app = await company.open();
    await post(app, '2027-01', billSheet(GOOD_BILL));
    await sql`UPDATE account_month SET amount_cents = amount_cents + 1`.execute(app.books.writer);
    const made = await command('backup-main.ts', [app.path]);
    expect(made.status).toBe(1);
    expect(made.said).toContain('DIFFERENCES');
    expect(copiesOf(app.path)).toEqual([]);
    await app.close();
  });
});

describe('restoring', () => {
  test('shows what is in a copy, then lets it take the place of what is there, which is kept', async () => {
    const app = await company.open();
    const path = join(newDirectory(), 'books.sqlite');
    copyInto(app.path, path);
    const { name } = await makeCopy(path, { now: new Date('2027-01-31T10:00:00Z'), daily: false });
    await post(app, '2027-01', billSheet(GOOD_BILL));
    rmSync(path);
    copyInto(app.path, path);
    await app.close();
    const env = { LOWTIDE_BOOKS: path };
    expect((await command('restore-main.ts', [], env)).said).toContain(name);
    const shown = await command('restore-main.ts', [name], env);
    expect(shown.said).toMatch(
      /In the copy .*nothing posted; verified\nIn .* now: .*1 documents, .* verified\nNothing was changed/,
    );
    const restored = await command('restore-main.ts', [name, '--yes'], env);
    expect(restored.said).toContain('Restored.');
    const now = openToRead(path);
    expect((await bookFacts(now.reader)).documents).toBe(0);
    await now.close();
    const [kept] = readdirSync(dirname(path)).filter((file) => /before-restore-[\dT-]+$/.test(file));
    const before = openToRead(join(dirname(path), kept ?? ''));
    expect((await bookFacts(before.reader)).documents).toBe(1);
    await before.close();
  });
});

test('a copy of an older version is brought up to date before it takes their place', async () => {
  const older = join(newDirectory(), 'older.sqlite');
  const file = new SqliteDatabase(older);
  const db = new Kysely<Schema>({ dialect: new SqliteDialect({ database: file }) });
  await migrate(db, { path: older, version: () => 0 }, MIGRATIONS.slice(0, 12));
  file.exec(`INSERT INTO company (id, name, currency, fiscal_year_start_month, first_month)
    VALUES (1, 'Older Works', 'USD', 1, 24324)`);
  await db.destroy();
  const path = join(newDirectory(), 'books.sqlite');
  const env = { LOWTIDE_BOOKS: path };
  expect((await command('restore-main.ts', [older], env)).said).toContain('Older Works');
  expect((await command('restore-main.ts', [older, '--yes'], env)).said).toContain('Restored.');
  const now = openToRead(path);
  expect((await bookFacts(now.reader)).company).toBe('Older Works');
  expect((await verifiedBooks(now.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  await now.close();
  expect(new SqliteDatabase(older, { readonly: true }).pragma('user_version', { simple: true })).toBe(12);
});

test('a copy that does not verify takes nobody’s place, whatever is typed', async () => {
  const app = await company.open();
  await post(app, '2027-01', billSheet(GOOD_BILL));
  const path = join(newDirectory(), 'books.sqlite');
  copyInto(app.path, path);
  const damaged = join(newDirectory(), 'damaged.sqlite');
  copyInto(app.path, damaged);
  const file = new SqliteDatabase(damaged);
  file.exec('UPDATE account_month SET amount_cents = amount_cents + 1');
  file.close();
  await app.close();
  const refused = await command('restore-main.ts', [damaged, '--yes'], { LOWTIDE_BOOKS: path });
  expect([refused.status, refused.said.includes('does not verify')]).toEqual([1, true]);
  const now = openToRead(path);
  expect((await bookFacts(now.reader)).documents).toBe(1);
  await now.close();
});

describe('one server a file', () => {
  test('the second says who has it and ends; a stopped one leaves one whole file', async () => {
    const path = join(newDirectory(), 'books.sqlite');
    const first = await started({ LOWTIDE_BOOKS: path });
    expect(first.said()).toContain('Lowtide is at');
    const second = await started({ LOWTIDE_BOOKS: path });
    expect(await second.ended).toBe(1);
    expect(second.said()).toMatch(
      /is in use by the server of process \d+, since .*\. Use that one, or stop it first\.\n$/,
    );
    first.server.kill('SIGTERM');
    await first.ended;
    expect(readdirSync(dirname(path)).toSorted()).toEqual([
      'books.sqlite',
      'books.sqlite.lock',
      'books.sqlite.witness',
    ]);
  });

  test.each([
    { case: 'a symbolic link', link: symlinkSync },
    { case: 'a hard link', link: linkSync },
  ])('by $case to the same file too, and its files are for their owner alone', async ({ link }) => {
    const path = join(newDirectory(), 'books.sqlite');
    const first = await started({ LOWTIDE_BOOKS: path });
    const other = join(newDirectory(), 'linked.sqlite');
    link(path, other);
    const second = await started({ LOWTIDE_BOOKS: other });
    expect(await second.ended).toBe(1);
    expect(second.said()).toContain('is in use by the server of process');
    for (const file of readdirSync(dirname(path))) {
      expect(statSync(join(dirname(path), file)).mode & 0o077, file).toBe(0);
    }
    first.server.kill('SIGTERM');
    await first.ended;
  });

  test('one that was killed holds nothing', async () => {
    const path = join(newDirectory(), 'books.sqlite');
    const first = await started({ LOWTIDE_BOOKS: path });
    first.server.kill('SIGKILL');
    await first.ended;
    const second = await started({ LOWTIDE_BOOKS: path });
    expect(second.said()).toContain('Lowtide is at');
    second.server.kill('SIGTERM');
    await second.ended;
  });
});

describe('what cannot be opened is told in one sentence', () => {
  const foreign = (path: string) => new SqliteDatabase(path).exec('CREATE TABLE song (title TEXT)').close();
  const newer = (path: string) => {
    const file = new SqliteDatabase(path);
    file.exec('CREATE TABLE journal_line (id INTEGER)');
    file.pragma(`user_version = ${MIGRATIONS.length + 1}`);
    file.close();
  };
  test.each<{ case: string; make: (path: string) => unknown; says: string }>([
    { case: 'a file of another program', make: foreign, says: 'holds no books of Lowtide. Name another file' },
    {
      case: 'a file that is no database',
      make: (path) => writeFileSync(path, 'x'.repeat(5_000)),
      says: 'is no books of Lowtide',
    },
    { case: 'books of a newer version', make: newer, says: 'Use the newer Lowtide, or a backup.' },
  ])('$case', async ({ make, says }) => {
    const path = join(newDirectory(), 'books.sqlite');
    make(path);
    const before = readFileSync(path);
    const { said, ended } = await started({ LOWTIDE_BOOKS: path });
    expect(await ended).toBe(1);
    expect(said()).toContain(says);
    expect(said().trim().split('\n')).toHaveLength(1);
    expect(readFileSync(path).equals(before)).toBe(true);
    expect((await command('verify-main.ts', [path])).status).toBe(1);
  });

  test.each([
    {
      case: 'a directory that is not there',
      env: { LOWTIDE_BOOKS: '/nowhere/at/all/books.sqlite' },
      says: 'directory',
    },
    { case: 'a port that is none', env: { LOWTIDE_PORT: 'x' }, says: 'LOWTIDE_PORT' },
    { case: 'an address the machine has not', env: { LOWTIDE_HOST: '192.0.2.1' }, says: 'LOWTIDE_HOST' },
  ])('$case', async ({ env, says }) => {
    const { said, ended } = await started({ LOWTIDE_BOOKS: join(newDirectory(), 'books.sqlite'), ...env });
    expect(await ended).toBe(1);
    expect(said()).toContain(says);
    expect(said().trim().split('\n')).toHaveLength(1);
  });
});

describe('verify', () => {
  test('only reads: it makes no file and migrates none', async () => {
    const path = join(newDirectory(), 'books.sqlite');
    expect((await command('verify-main.ts', [path])).status).toBe(1);
    expect(existsSync(path)).toBe(false);
    writeFileSync(path, '');
    expect((await command('verify-main.ts', [path])).status).toBe(1);
    expect(readFileSync(path)).toHaveLength(0);
  });

  test('says how much it checked', async () => {
    const app = await company.open();
    await post(app, '2027-01', billSheet(GOOD_BILL));
    expect((await command('verify-main.ts', [app.path])).said).toMatch(
      /2 lines of 1 documents, \d+ checks, 0 differ\.\n$/,
    );
    await app.close();
  });
});
