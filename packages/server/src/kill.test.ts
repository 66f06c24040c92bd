import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { openBooks } from './database/open.ts';
import { billSheet, GOOD_BILL, openApp, setUpSmallCompany } from './small-company.test.support.ts';
import { verifiedBooks } from './verify/verify-queries.ts';
import { copyFileSync } from 'node:fs';
import { sql } from 'kysely';

const KILLS = Number(process.env['KILLS'] ?? 4);
const WRITERS = 4;

let directory: string;
let path: string;
beforeAll(async () => {
  directory = mkdtempSync(join(tmpdir(), 'lowtide-kill-'));
  path = join(directory, 'books.sqlite');
  const app = await openApp();
  await setUpSmallCompany(app);
  await sql`PRAGMA wal_checkpoint(TRUNCATE)`.execute(app.books.writer);
  copyFileSync(app.path, path);
  await app.close();
});
afterAll(() => rmSync(directory, { recursive: true, force: true }));

/** The server as a process of its own, and where it is. */
async function serve(): Promise<{ readonly server: ChildProcess; readonly address: string }> {
  const env = { ...process.env, LOWTIDE_BOOKS: path, LOWTIDE_PORT: '0', LOWTIDE_TODAY: '2027-01-31' };
  const server = spawn(process.execPath, ['--import', 'tsx', resolve(import.meta.dirname, 'main.ts')], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise<string>((found, failed) => {
    server.stdout.on('data', (data: Buffer) => {
      const at = /http:\/\/\S+/.exec(data.toString());
      if (at) found(at[0]);
    });
    server.once('exit', () => failed(new Error('the server ended')));
  });
  return { server, address };
}

/** Posts bills of three lines one after the other until the connection breaks; notes each number that was acknowledged. */
async function postUntilBroken(address: string, name: string, acknowledged: string[]): Promise<void> {
  const send = async (at: string, key: string, body: unknown) => {
    const headers = { 'content-type': 'application/json', 'idempotency-key': key };
    const response = await fetch(`${address}/api${at}`, { method: 'POST', headers, body: JSON.stringify(body) });
    return { good: response.ok, answer: (await response.json()) as { id: number; version: number } };
  };
  try {
    for (let count = 1; ; count += 1) {
      const number = `${name}-${count}`;
      const line = { ...GOOD_BILL, supplier: '', number: '', datedOn: '', dueOn: '' };
      const sheet = billSheet(
        { ...GOOD_BILL, number, net: '1.00' },
        { ...line, net: '2.00' },
        { ...line, net: '3.00' },
      );
      const draft = await send('/drafts', `d-${number}`, { month: '2027-01', sheet });
      const posted = await send(`/drafts/${draft.answer.id}/posting`, `p-${number}`, {
        month: '2027-01',
        version: draft.answer.version,
        acceptWarnings: true,
      });
      if (posted.good) acknowledged.push(number);
    }
  } catch {
    // The server is gone: what was not acknowledged may be there or not, but never in part.
  }
}

test('killed in the middle of posting, many times: all that was acknowledged is there, nothing in part, and the books verify', async () => {
  const acknowledged: string[] = [];
  for (let round = 1; round <= KILLS; round += 1) {
    const { server, address } = await serve();
    const gone = new Promise((resolveGone) => server.once('exit', resolveGone));
    const writers = Array.from({ length: WRITERS }, (_, writer) =>
      postUntilBroken(address, `R${round}W${writer}`, acknowledged),
    );
    const enough = acknowledged.length + 3;
    while (acknowledged.length < enough) await new Promise((wait) => setTimeout(wait, 5));
    await new Promise((wait) => setTimeout(wait, (round * 37) % 90));
    server.kill('SIGKILL');
    await Promise.all([gone, ...writers]);
  }
  const books = await openBooks(path);
  const bills = await books.reader
    .selectFrom('document')
    .select(['id', 'number', 'gross_cents'])
    .where('kind', '=', 'bill')
    .execute();
  expect(bills.map(({ number }) => number)).toEqual(expect.arrayContaining(acknowledged));
  for (const { gross_cents } of bills) expect(gross_cents).toBe(600);
  const { rows } = await sql<{ lines: number }>`SELECT COUNT(*) AS lines FROM journal_line GROUP BY id >> 20`.execute(
    books.reader,
  );
  expect(rows).toHaveLength(bills.length);
  for (const { lines } of rows) expect(lines).toBe(4);
  const wrong = (await verifiedBooks(books.reader)).filter(({ differences }) => differences.length > 0);
  await books.close();
  expect(wrong).toEqual([]);
});
