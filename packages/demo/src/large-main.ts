import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { openBooks } from '@lowtide/server/database/open.ts';
import { verifiedBooks } from '@lowtide/server/verify/verify-queries.ts';
import { openBulkDoor } from './bulk-door.ts';
import { largeCompany } from './company.ts';
import { DEMO_FIRST_DAY, DEMO_USER, generate } from './generate.ts';
import { PROJECTS } from './projects.ts';

/**
 * `npm run large [-- projects file]`: a company of so many projects, or of a tenth as many for `small`, that lives the demo's fifteen
 * months; verified at the end.
 */
const [FULL, SMALL] = [2_000, 200];
const [size = String(FULL), named] = process.argv.slice(2);
const projects = size === 'small' ? SMALL : Number(size);
const path = resolve(named ?? (size === 'small' ? 'books/large-small.sqlite' : 'books/large.sqlite'));
if (existsSync(path)) {
  process.stdout.write(`${path} is there. Remove it to make it anew.\n`);
  process.exit(0);
}
mkdirSync(dirname(path), { recursive: true });
const making = `${path}.making`;
for (const file of [making, `${making}-wal`, `${making}-shm`]) rmSync(file, { force: true });
const books = await openBooks(making);
const door = await openBulkDoor(books, DEMO_USER, DEMO_FIRST_DAY);
const began = performance.now();
const seconds = (): string => ((performance.now() - began) / 1_000).toFixed(0);
await generate(
  door,
  (month) => process.stdout.write(`${month} after ${seconds()} s\n`),
  largeCompany(Math.ceil(projects / PROJECTS.length)),
);
await door.close();
const differences = (await verifiedBooks(books.reader)).flatMap((check) => check.differences);
await books.close();
for (const difference of differences) process.stdout.write(`DIFFERS ${difference}\n`);
if (differences.length > 0) process.exit(1);
renameSync(making, path);
process.stdout.write(`Made ${path} in ${seconds()} s; it verifies clean.\n`);
