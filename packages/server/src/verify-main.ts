import { resolve } from 'node:path';
import { openBooks } from './database/open.ts';
import { verifiedBooks } from './ledger/verify-queries.ts';

/** `npm run verify [-- file]`: says what was checked and what differs; fails when anything does. */
const path = resolve(process.argv[2] ?? process.env['LOWTIDE_BOOKS'] ?? 'books/demo.sqlite');
const books = await openBooks(path);
const checks = await verifiedBooks(books.reader);
await books.close();
for (const { title, differences } of checks) {
  process.stdout.write(`${differences.length === 0 ? 'ties   ' : 'DIFFERS'} ${title}\n`);
  for (const difference of differences) process.stdout.write(`        ${difference}\n`);
}
const wrong = checks.filter(({ differences }) => differences.length > 0).length;
process.stdout.write(`${path}: ${checks.length} checks, ${wrong} differ.\n`);
process.exitCode = wrong === 0 ? 0 : 1;
