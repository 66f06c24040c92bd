import SqliteDatabase from 'better-sqlite3';
import { expect, test } from 'vitest';
import { eachRow, preparedFor } from './each-row.ts';

test('a statement for each row is run once for each, and answers the last; any other is left as it is', () => {
  const file = new SqliteDatabase(':memory:');
  file.exec('CREATE TABLE kept (id INTEGER PRIMARY KEY, a INTEGER, b TEXT, UNIQUE (a))');
  const text = eachRow('INSERT INTO kept (a, b) VALUES (?, ?) ON CONFLICT DO UPDATE SET b = b || excluded.b');
  const each = preparedFor(text, file.prepare(text));
  expect(each.reader).toBe(false);
  expect(
    each.run([
      [1, 'x'],
      [2, 'y'],
      [1, 'z'],
    ]),
  ).toMatchObject({ changes: 1 });
  expect(each.run([[7, 'w']])).toMatchObject({ lastInsertRowid: 3 });
  const all = file.prepare('SELECT a, b FROM kept ORDER BY a');
  expect(preparedFor('SELECT a, b FROM kept ORDER BY a', all)).toBe(all);
  expect(all.all()).toEqual([
    { a: 1, b: 'xz' },
    { a: 2, b: 'y' },
    { a: 7, b: 'w' },
  ]);
  // A clash on the way is an error, and what came before it is for the transaction to undo.
  const strict = eachRow('INSERT INTO kept (a, b) VALUES (?, ?)');
  expect(() =>
    preparedFor(strict, file.prepare(strict)).run([
      [8, 'u'],
      [8, 'v'],
    ]),
  ).toThrow('UNIQUE');
  file.close();
});
