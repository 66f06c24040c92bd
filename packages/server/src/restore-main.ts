import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { userInfo } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { audit } from './audit/audit-queries.ts';
import { bookFacts } from './backup/book-facts-queries.ts';
import { copiesDirectory, copiesOf } from './backup/copies.ts';
import { copyInto } from './database/copy.ts';
import { holdBooks } from './database/hold.ts';
import { openBooks, openToRead } from './database/open.ts';
import { sentenceOf } from './database/start-trouble.ts';
import { RESTORED } from './database/written/end-queries.ts';
import { seenOf } from './database/written/witness-queries.ts';
import { stamp } from './http/stamp-queries.ts';
import { verifiedBooks } from './verify/verify-queries.ts';

/**
 * `npm run restore`: lists the copies. `npm run restore -- <copy>`: says what is in it. With `--yes` it takes the place of the books,
 * which are kept beside it under another name; nobody may be using them.
 */
process.umask(0o077);
const [wanted] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const path = resolve(process.env['LOWTIDE_BOOKS'] ?? 'books/books.sqlite');
const say = (text: string): void => void process.stdout.write(`${text}\n`);
try {
  if (wanted === undefined) list();
  else await show(existsSync(wanted) ? resolve(wanted) : join(copiesDirectory(path), wanted));
} catch (error) {
  process.stderr.write(`${sentenceOf(error, path)}\n`);
  process.exitCode = 1;
}

function list(): void {
  const copies = copiesOf(path);
  say(`Copies of ${path} in ${copiesDirectory(path)}:`);
  for (const { name, bytes, madeAt } of copies) say(`  ${name}  ${madeAt}  ${(bytes / 1e6).toFixed(1)} MB`);
  say(copies.length === 0 ? '  none yet. npm run backup makes one.' : 'See what is in one: npm run restore -- <name>');
}

async function show(copy: string): Promise<void> {
  say(`In the copy ${copy}: ${await factsOf(copy)}`);
  say(
    existsSync(path)
      ? `In ${path} now: ${await factsOf(path).catch((error: unknown) => sentenceOf(error, path))}`
      : `${path} is not there.`,
  );
  if (!process.argv.includes('--yes')) {
    say('Nothing was changed. To let the copy take their place: the same with --yes. What is there now is kept.');
    return;
  }
  mkdirSync(dirname(path), { recursive: true });
  const letGo = holdBooks(path, 'a copy that is being restored');
  const restoring = `${path}.restoring`;
  rmSync(restoring, { force: true });
  copyInto(copy, restoring);
  // One of an older version is brought up to date before anybody works with it; what does not verify never takes their place.
  const books = await openBooks(restoring);
  // From here on the books go their own way: copies that are newer than this one saw another log.
  await books.writer.transaction().execute(async (trx) => {
    const newest = Math.max(Date.now(), ...seenOf(path, copiesDirectory(path)).map(({ until = 0 }) => until + 1));
    const acting = await stamp(trx, newest, { name: userInfo().username, from: 'npm run restore' });
    await audit(trx, acting, { action: RESTORED, subject: basename(copy) });
  });
  await books.close();
  const wrong = await differencesOf(restoring);
  if (wrong.length > 0) {
    rmSync(restoring, { force: true });
    letGo();
    throw new Error(`the copy does not verify, and nothing was changed: ${wrong[0] ?? ''}. Name another copy.`);
  }
  const kept = `${path}.before-restore-${new Date().toISOString().slice(0, 19).replace(/:/g, '')}`;
  moveBooks(path, kept);
  moveBooks(restoring, path);
  letGo();
  say(`Restored. What was there is in ${kept}`);
}

/** The file with all that lies beside it under its name: its write-ahead log, and who witnessed its audit log. */
function moveBooks(from: string, to: string): void {
  const belongs = (name: string): boolean => /^(-wal|-shm|\.witness.*)?$/.test(name.slice(basename(from).length));
  for (const name of readdirSync(dirname(from)))
    if (name.startsWith(basename(from)) && belongs(name))
      renameSync(join(dirname(from), name), `${to}${name.slice(basename(from).length)}`);
}

async function differencesOf(file: string): Promise<readonly string[]> {
  const books = openToRead(file);
  const found = (await verifiedBooks(books.reader)).flatMap(({ differences }) => differences);
  await books.close();
  return found;
}

/** What is in a file; one of an older version is looked at in a copy that is brought up to date. */
async function factsOf(file: string): Promise<string> {
  const looked = `${path}.looked-at`;
  rmSync(looked, { force: true });
  copyInto(file, looked);
  try {
    await (await openBooks(looked)).close();
    return await factsIn(looked);
  } finally {
    for (const left of readdirSync(dirname(looked)).filter((name) => name.startsWith(basename(looked))))
      rmSync(join(dirname(looked), left), { force: true });
  }
}

async function factsIn(file: string): Promise<string> {
  const books = openToRead(file);
  const { company, documents, lines, lastPostedOn, lastRecordedAt } = await bookFacts(books.reader);
  const wrong = (await verifiedBooks(books.reader)).flatMap(({ differences }) => differences).length;
  await books.close();
  const until =
    lastPostedOn === null ? 'nothing posted' : `posted through ${lastPostedOn}, last recorded ${lastRecordedAt ?? ''}`;
  return `${company}, ${documents} documents, ${lines} lines, ${until}; ${wrong === 0 ? 'verified' : `${wrong} differences`}`;
}
