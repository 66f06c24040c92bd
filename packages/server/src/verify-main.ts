import { resolve } from 'node:path';
import { counted } from './backup/book-facts-queries.ts';
import { copiesDirectory } from './backup/copies.ts';
import { openToRead } from './database/open.ts';
import { sentenceOf } from './database/start-trouble.ts';
import { seenOf } from './database/written/witness-queries.ts';
import { verifiedFile } from './verify/verify-queries.ts';

/** `npm run verify [-- file]`: reads only, says what was checked and what differs; fails when anything does, and for what are no books. */
const path = resolve(process.argv[2] ?? process.env['LOWTIDE_BOOKS'] ?? 'books/demo.sqlite');
try {
  const books = openToRead(path);
  const seen = seenOf(path, copiesDirectory(path));
  // In one reading: what is written meanwhile is not there yet, in any of the checks.
  const { checks, lines, documents } = await books.reader
    .transaction()
    .execute(async (trx) => ({ checks: await verifiedFile(trx, seen), ...(await counted(trx)) }));
  await books.close();
  for (const { title, differences } of checks) {
    process.stdout.write(`${differences.length === 0 ? 'ties   ' : 'DIFFERS'} ${title}\n`);
    for (const difference of differences) process.stdout.write(`        ${difference}\n`);
  }
  const wrong = checks.filter(({ differences }) => differences.length > 0).length;
  process.stdout.write(
    `${path}: ${lines} lines of ${documents} documents, ${checks.length} checks, ${wrong} differ.\n`,
  );
  process.exitCode = wrong === 0 ? 0 : 1;
} catch (error) {
  process.stderr.write(`${sentenceOf(error, path)}\n`);
  process.exitCode = 1;
}
