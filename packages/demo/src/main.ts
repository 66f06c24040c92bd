import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { openBooks } from '@lowtide/server/database/open.ts';
import { openBulkDoor } from './bulk-door.ts';
import { openFrontDoor } from './front-door.ts';
import { addPeople, leaveWeekToApprove } from './people.ts';
import { leaveForecastsToTakeOver } from './told-forecasts.ts';
import { DEMO_FIRST_DAY, DEMO_TODAY, DEMO_USER, generate } from './generate.ts';
import { generateSecond, SECOND_FIRST_DAY } from './second.ts';

/**
 * `main.ts <file> [--fresh] [--second]`: makes the demo books, or those of the second small company, unless they are there. A half-made file
 * never takes their name.
 */
const path = resolve(process.argv[2] ?? 'books/demo.sqlite');
const fresh = process.argv.includes('--fresh');
const isSecond = process.argv.includes('--second');
if (existsSync(path) && !fresh) {
  process.stdout.write(`The demo books are in ${path}; what was entered is kept. Start over with -- --fresh\n`);
} else {
  mkdirSync(dirname(path), { recursive: true });
  const making = `${path}.making`;
  for (const file of [making, `${making}-wal`, `${making}-shm`]) rmSync(file, { force: true });
  const books = await openBooks(making);
  const began = performance.now();
  const door = await openBulkDoor(books, DEMO_USER, isSecond ? SECOND_FIRST_DAY : DEMO_FIRST_DAY);
  if (isSecond) await generateSecond(door);
  else await generate(door, (month) => process.stdout.write(`${month} `));
  await door.close();
  if (!isSecond) {
    // Who signs in and out is known by a session, which only comes with HTTP.
    const people = await openFrontDoor(books, DEMO_USER, DEMO_TODAY);
    await addPeople(people);
    await leaveWeekToApprove(people);
    await leaveForecastsToTakeOver(people);
    await people.close();
  }
  await books.close();
  for (const file of [path, `${path}-wal`, `${path}-shm`]) rmSync(file, { force: true });
  renameSync(making, path);
  process.stdout.write(`\nMade ${path} in ${((performance.now() - began) / 1000).toFixed(1)} s.\n`);
}
