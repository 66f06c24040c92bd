import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SqliteDatabase from 'better-sqlite3';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { copiesDirectory, makeCopy } from '../../backup/copies.ts';
import { verifiedFile } from '../../verify/verify-queries.ts';
import {
  billSheet,
  GOOD_BILL,
  hoursSheet,
  invoiceOf,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  workedDay,
} from '../../small-company.test.support.ts';
import { openBooks, openToRead } from '../open.ts';
import { seenOf } from './witness-queries.ts';

const directory = mkdtempSync(join(tmpdir(), 'lowtide-'));
const template = join(directory, 'template.sqlite');
afterAll(() => rmSync(directory, { recursive: true }));

/** Books with something of everything, as a server that ended left them, with the witness beside them. */
beforeAll(async () => {
  const app = await openApp();
  await setUpSmallCompany(app);
  const [bill] = await post(app, '2027-01', billSheet(GOOD_BILL));
  await post(app, '2027-01', hoursSheet('2027-01-04', workedDay('E1', 'GATE', '31-100', '8')));
  await app.order('POST', '/attachments', {
    about: 'document',
    id: bill?.id,
    name: 'bill.txt',
    mediaType: 'text/plain',
    content: Buffer.from('8,000.00').toString('base64'),
  });
  await app.order('POST', '/invoices', invoiceOf('GATE', 'amount', '9,000'));
  await recognize(app, '2027-01');
  await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Reviewed' });
  await app.send('POST', '/people', {
    name: 'Ines Varga',
    email: 'ines@test.example',
    role: 'administrator',
    employee: '',
    password: 'tide gate in the marsh',
  });
  await sql`PRAGMA wal_checkpoint(TRUNCATE)`.execute(app.books.writer);
  copyFileSync(app.path, template);
  copyFileSync(`${app.path}.witness`, `${template}.witness`);
  await app.close();
});

/** Alters a copy as somebody would who knows the database, and who puts its triggers back. */
async function altered(statements: readonly string[]): Promise<readonly string[]> {
  const path = join(mkdtempSync(join(directory, 'case-')), 'books.sqlite');
  copyFileSync(template, path);
  copyFileSync(`${template}.witness`, `${path}.witness`);
  const file = new SqliteDatabase(path);
  file.pragma('foreign_keys = OFF');
  const triggers = file.prepare<[], { name: string; sql: string }>(
    "SELECT name, sql FROM sqlite_schema WHERE type = 'trigger'",
  );
  const kept = triggers.all();
  for (const { name } of kept) file.exec(`DROP TRIGGER ${name}`);
  for (const statement of statements) {
    expect(file.prepare(statement).run().changes, statement).toBeGreaterThan(0);
  }
  for (const trigger of kept) file.exec(trigger.sql);
  file.close();
  return differences(path);
}

async function differences(path: string): Promise<readonly string[]> {
  const books = openToRead(path);
  const checks = await verifiedFile(books.reader, seenOf(path, copiesDirectory(path)));
  await books.close();
  return checks.flatMap(({ differences: found }) => found);
}

const LAST = '(SELECT max(id) FROM audit_log)';
const BILL = "(SELECT id FROM document WHERE number = 'N-1')";

describe('verify finds what another program did to the file', () => {
  test('and nothing where nobody did', async () => {
    expect(await altered([])).toEqual([]);
  });

  test.each([
    ['the memo of a document', "UPDATE document SET memo = memo || 'x' WHERE id = " + BILL],
    ['the number of a document', `UPDATE document SET number = 'N-9' WHERE id = ${BILL}`],
    ['what was typed', `UPDATE document SET body = replace(body, '8,000.00', '9,000.00') WHERE id = ${BILL}`],
    ['the day of a document', `UPDATE document SET dated_on = dated_on + 1 WHERE id = ${BILL}`],
    ['when a bill is due', `UPDATE document SET due_on = due_on + 30 WHERE id = ${BILL}`],
    ['whose a document is', `UPDATE document SET recorded_by = 'Nobody' WHERE id = ${BILL}`],
    ['the supplier of a bill', `UPDATE document SET party_id = 3 WHERE id = ${BILL}`],
    ['the text of a line', "UPDATE journal_line SET text = 'Other' WHERE id = (SELECT min(id) FROM journal_line)"],
    ['when an entry was recorded', 'UPDATE journal_entry SET recorded_at = recorded_at - 1000 WHERE id = 1'],
    ['a file', "UPDATE attachment SET content = CAST('9,000.00' AS BLOB)"],
    ['the name of a file', "UPDATE attachment SET name = 'other.txt'"],
    ['a file, taken out', 'DELETE FROM attachment'],
    ['hours that were worked', 'UPDATE worked_hours SET hours_e4 = hours_e4 + 10000'],
    ['what an hour cost', 'UPDATE worked_hours SET rate_e4 = rate_e4 + 1'],
    ['a rate', 'UPDATE rate_rule SET regular_e4 = regular_e4 + 10000 WHERE id = 1'],
    ['a rate, from when it counts', 'UPDATE rate_rule SET effective_on = effective_on - 1 WHERE id = 1'],
    ['a contract', 'UPDATE contract_change SET amount_cents = amount_cents + 100 WHERE id = 1'],
    ['a budget', 'UPDATE budget_change SET cost_cents = cost_cents + 100 WHERE id = 1'],
    ['somebody’s role', "UPDATE person SET role = 'reader'"],
    ['somebody’s password', "UPDATE person SET password_hash = 'x'"],
    [
      'somebody, added',
      "INSERT INTO person (name, email, role, password_hash) VALUES ('X', 'x', 'administrator', 'x')",
    ],
    ['a month that was locked', 'UPDATE company SET locked_through = NULL'],
    ['the log of locked months', 'UPDATE month_lock SET reason = reason || 1'],
    ['the company’s settings', 'UPDATE company SET approve_hours = 1 - approve_hours'],
    ['a tax code', "UPDATE tax_code SET rate_millionths = 70000 WHERE code = 'ST'"],
    ['a supplier’s name', "UPDATE party SET name = 'Other' WHERE code = 'STONE'"],
    ['an account’s type', "UPDATE account SET type = 'asset' WHERE code = '5010'"],
    [
      'an older version of a record',
      "UPDATE record_version SET fields = '{}' WHERE id = (SELECT min(id) FROM record_version)",
    ],
    ['an entry of the audit log', `UPDATE audit_log SET detail = 'null' WHERE id = ${LAST} - 1`],
    ['the last entry of the audit log, taken out', `DELETE FROM audit_log WHERE id = ${LAST}`],
    [
      'the digests of the last transaction',
      'UPDATE written_digest SET "rows" = \'[]\' WHERE id = (SELECT max(id) FROM written_digest)',
    ],
    ['all digests', 'DELETE FROM written_digest'],
  ])('%s', async (_what, statement) => {
    expect(await altered([statement])).not.toEqual([]);
  });

  test('a supplier who never was, with the digests chained to the log taken out as well', async () => {
    const cut = [
      "INSERT INTO party (kind, code, name) VALUES ('supplier', 'GHOST', 'Ghost')",
      'DELETE FROM written_digest WHERE id = (SELECT max(id) FROM written_digest)',
      `DELETE FROM audit_log WHERE id = ${LAST}`,
    ];
    expect((await altered(cut)).join('\n')).toContain('books.sqlite.witness saw the audit log end with entry');
  });

  test('a trigger that is gone, and one that was added', async () => {
    const path = join(mkdtempSync(join(directory, 'case-')), 'books.sqlite');
    copyFileSync(template, path);
    const file = new SqliteDatabase(path);
    file.exec('DROP TRIGGER journal_line_is_never_changed');
    file.exec('CREATE TRIGGER more AFTER INSERT ON document BEGIN SELECT 1; END');
    file.close();
    expect(await differences(path)).toEqual([
      'trigger journal_line_is_never_changed is missing',
      'trigger more is not of the books',
    ]);
  });

  test('an end that was cut off, by a copy that saw it, and the server sets its witness aside', async () => {
    const path = join(mkdtempSync(join(directory, 'case-')), 'books.sqlite');
    copyFileSync(template, path);
    await (await openBooks(path)).close();
    const { name } = await makeCopy(path, { now: new Date('2027-02-01T10:00:00Z'), daily: false });
    const file = new SqliteDatabase(path);
    for (const of of ['audit_log', 'written_digest']) {
      file.exec(`DROP TRIGGER ${of}_is_never_deleted`);
      file.exec(`DELETE FROM ${of} WHERE id = (SELECT max(id) FROM ${of})`);
      file.exec(
        `CREATE TRIGGER ${of}_is_never_deleted BEFORE DELETE ON ${of} BEGIN SELECT RAISE (ABORT, '${of} is never deleted'); END`,
      );
    }
    file.close();
    const books = await openBooks(path);
    await books.close();
    expect(existsSync(books.witnessSetAside ?? '')).toBe(true);
    const found = (await differences(path)).join('\n');
    expect(found).toContain(`the copy ${name} saw the audit log end`);
    expect(found).toContain('books.sqlite.witness.');
  });
});
