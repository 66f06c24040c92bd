import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { makeCopy } from './backup/copies.ts';
import { sentenceOf } from './database/start-trouble.ts';

/** `npm run backup [-- file] [--daily] [--json]`: one verified copy of the books, while people work. */
process.umask(0o077);
const [file] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const path = resolve(file ?? process.env['LOWTIDE_BOOKS'] ?? 'books/books.sqlite');
const says = (flag: string): boolean => process.argv.includes(flag);
try {
  if (!existsSync(path)) throw new Error('there is no such file. Name the books: npm run backup -- books/books.sqlite');
  const made = await makeCopy(path, { now: new Date(), daily: says('--daily') });
  const { name, bytes, facts, differences } = made;
  process.stdout.write(
    says('--json')
      ? `${JSON.stringify(made)}\n`
      : `${name}: ${facts.company}, ${facts.documents} documents, ${facts.lines} lines, ${(bytes / 1e6).toFixed(1)} MB, ` +
          `${differences.length === 0 ? 'verified' : `${differences.length} DIFFERENCES`}\n`,
  );
  for (const difference of differences) process.stderr.write(`        ${difference}\n`);
  process.exitCode = differences.length === 0 ? 0 : 1;
} catch (error) {
  process.stderr.write(`${sentenceOf(error, path)}\n`);
  process.exitCode = 1;
}
