import { parse } from 'csv-parse/sync';
import { readApart } from './read-apart.ts';
import { textOfInert } from '@lowtide/core/files/csv-text.ts';
import { accepted, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';

const MOST_ROWS = 20_000;
const MOST_COLUMNS = 100;

export interface CsvColumn {
  readonly name: string;
  readonly isNeeded: boolean;
}

/**
 * The rows of a CSV file (RFC 4180, UTF-8, heads first) by column; semicolons and tabs separate as commas do. Columns stand in any
 * order, their names however they are written: `costCode`, `Cost code`, `COST_CODE`.
 */
export async function csvTable(
  csv: string,
  columns: readonly CsvColumn[],
): Promise<Decision<readonly Readonly<Record<string, string>>[]>> {
  const read = csv.length > MOST_READ_HERE ? await rowsApart(csv) : csvRows(csv);
  if (!read.ok) return read;
  const [header = [], ...rows] = read.value;
  if (rows.length > MOST_ROWS) {
    return refused({
      at: 'csv',
      kind: 'file-unreadable',
      reason: `it has more than ${MOST_ROWS} rows; take it in in parts`,
    });
  }
  const known = columns.map(({ name }) => name);
  const heads = header.map((head) => named(head, known));
  const problems: Problem[] = heads
    .filter((column) => !known.includes(column))
    .map((column) => ({ at: 'row 1', kind: 'column-unknown', column, known }));
  for (const { name, isNeeded } of columns) {
    if (isNeeded && !heads.includes(name)) problems.push({ at: 'row 1', kind: 'column-missing', column: name });
  }
  if (rows.length === 0) problems.push({ at: 'row 2', kind: 'nothing-entered' });
  if (problems.length > 0) return refused(...problems);
  return accepted(
    rows.map((row) => Object.fromEntries(heads.map((column, place) => [column, textOfInert(row[place] ?? '')]))),
  );
}

const SEPARATORS = [',', ';', '\t'] as const;

/** What separates the heads most often. */
function separatorOf(csv: string): string {
  const [heads = ''] = csv.split(/\r?\n/, 1);
  const count = (separator: string): number => heads.split(separator).length;
  return SEPARATORS.toSorted((one, other) => count(other) - count(one))[0] ?? ',';
}

/** The column that a head names; the head as it is, where it names none. */
function named(head: string, columns: readonly string[]): string {
  const plain = (text: string): string => text.toLowerCase().replace(/[\s_*.-]/g, '');
  return columns.find((name) => plain(name) === plain(head)) ?? head;
}

const unreadable = (reason: string) => refused({ at: 'csv', kind: 'file-unreadable' as const, reason });

/** The rows of a CSV file as they stand, within what a file of ours has. */
export function csvRows(csv: string): Decision<readonly (readonly string[])[]> {
  const separator = separatorOf(csv);
  const [heads = ''] = csv.split(/\r?\n/, 1);
  if (heads.length > MOST_RECORD || heads.split(separator).length > MOST_COLUMNS) {
    return refused({ at: 'row 1', kind: 'file-unreadable', reason: `it has more than ${MOST_COLUMNS} columns` });
  }
  try {
    const rows = parse(csv, {
      bom: true,
      delimiter: separator,
      skip_empty_lines: true,
      trim: true,
      max_record_size: MOST_RECORD,
    }) as string[][];
    return accepted(rows);
  } catch (error) {
    return unreadable(error instanceof Error ? error.message : 'unknown');
  }
}

/** Characters of one row. */
const MOST_RECORD = 100_000;
/** What is longer is read in a thread of its own: whoever else asks is answered meanwhile. */
const MOST_READ_HERE = 200_000;
const MOST_MS = 10_000;

async function rowsApart(csv: string): Promise<Decision<readonly (readonly string[])[]>> {
  const outcome = await readApart({ read: 'csv', csv }, MOST_MS);
  if ('answer' in outcome) return outcome.answer as Decision<readonly (readonly string[])[]>;
  return unreadable(
    outcome.failed === 'busy' ? 'others are being read; try again in a moment' : 'it takes too long to read',
  );
}
