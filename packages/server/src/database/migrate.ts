import { existsSync, renameSync, rmSync } from 'node:fs';
import { sql, type Kysely, type QueryExecutorProvider } from 'kysely';
import * as books from './migrations/0001-books.ts';
import * as estimates from './migrations/0002-estimates.ts';
import * as versions from './migrations/0003-versions.ts';
import * as lists from './migrations/0004-lists.ts';
import * as people from './migrations/0005-people.ts';
import * as audit from './migrations/0006-audit.ts';
import * as tableLayouts from './migrations/0007-table-layouts.ts';
import * as letterhead from './migrations/0008-letterhead.ts';
import * as dayOrder from './migrations/0009-day-order.ts';
import * as laborRates from './migrations/0010-labor-rates.ts';
import * as payroll from './migrations/0011-payroll.ts';
import * as overheadAndWeeks from './migrations/0012-overhead-and-weeks.ts';
import * as orders from './migrations/0013-orders.ts';
import * as recodingAndFiles from './migrations/0014-recoding-and-files.ts';
import * as receiptsSupplementsMarks from './migrations/0015-receipts-supplements-marks.ts';
import * as writtenDigests from './migrations/0016-written-digests.ts';
import * as companyPolicies from './migrations/0017-company-policies.ts';
import * as laborBalances from './migrations/0018-labor-balances.ts';
import * as openByProject from './migrations/0019-open-by-project.ts';
import * as billing from './migrations/0020-billing.ts';
import * as deposits from './migrations/0021-deposits.ts';
import * as wastedCost from './migrations/0027-wasted-cost.ts';
import * as unitsDone from './migrations/0029-units-done.ts';
import * as splitContracts from './migrations/0030-split-contracts.ts';
import * as readerNotes from './migrations/0033-reader-notes.ts';
import * as toldForecasts from './migrations/0032-told-forecasts.ts';
import * as materialInUnits from './migrations/0031-material-in-units.ts';
import * as variableAmounts from './migrations/0028-variable-amounts.ts';
import * as toldProgress from './migrations/0026-told-progress.ts';
import * as answersAndReminders from './migrations/0025-answers-and-reminders.ts';
import * as taxOnPaper from './migrations/0024-tax-on-paper.ts';
import * as receiptsShort from './migrations/0023-receipts-short.ts';
import * as billableWork from './migrations/0022-billable-work.ts';
import type { Schema } from './schema.ts';

export interface Migration {
  readonly up: (db: QueryExecutorProvider) => Promise<void>;
}

/** In order; a file's version is how many of them it has had. Merged ones are frozen: a change is a new one. */
export const MIGRATIONS: readonly Migration[] = [
  books,
  estimates,
  versions,
  lists,
  people,
  audit,
  tableLayouts,
  letterhead,
  dayOrder,
  laborRates,
  payroll,
  overheadAndWeeks,
  orders,
  recodingAndFiles,
  receiptsSupplementsMarks,
  writtenDigests,
  companyPolicies,
  laborBalances,
  openByProject,
  billing,
  deposits,
  billableWork,
  receiptsShort,
  taxOnPaper,
  answersAndReminders,
  toldProgress,
  wastedCost,
  variableAmounts,
  unitsDone,
  splitContracts,
  materialInUnits,
  toldForecasts,
  readerNotes,
];

/** The file was written by a newer Lowtide; opening it could lose what that one keeps. */
export class NewerBooks extends Error {
  constructor(path: string, found: number) {
    super(
      `${path} is of version ${found}; this Lowtide knows up to ${MIGRATIONS.length}. Use the newer Lowtide, or a backup.`,
    );
  }
}

export interface BooksFile {
  readonly path: string;
  readonly version: () => number;
}

/** Brings the file to the newest version, after a backup where it holds anything; `migrations` are all there are. */
export async function migrate(
  db: Kysely<Schema>,
  { path, version }: BooksFile,
  migrations: readonly Migration[] = MIGRATIONS,
): Promise<void> {
  const found = version();
  if (found > migrations.length) throw new NewerBooks(path, found);
  if (found === migrations.length) return;
  if (found > 0) await backUp(db, path, found);
  for (const [index, migration] of migrations.entries()) {
    if (index < found) continue;
    // Kysely does not wrap migrations on SQLite; a failure half-way would leave half a schema.
    await db.transaction().execute(async (trx) => {
      await migration.up(trx);
      await sql.raw(`PRAGMA user_version = ${index + 1}`).execute(trx);
    });
  }
}

/** A copy beside the file, named by its version; never overwrites an earlier one. */
async function backUp(db: Kysely<Schema>, path: string, found: number): Promise<void> {
  let copy = `${path}.v${found}.backup`;
  for (let number = 2; existsSync(copy); number += 1) copy = `${path}.v${found}-${number}.backup`;
  // Under another name until it is whole, so that a killed start leaves nothing that looks like a copy.
  rmSync(`${copy}.partial`, { force: true });
  await sql`VACUUM INTO ${`${copy}.partial`}`.execute(db);
  renameSync(`${copy}.partial`, copy);
}
