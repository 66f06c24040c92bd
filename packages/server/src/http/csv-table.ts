import { parse } from 'csv-parse/sync';
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
export function csvTable(
  csv: string,
  columns: readonly CsvColumn[],
): Decision<readonly Readonly<Record<string, string>>[]> {
  const read = rowsOf(csv);
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

function rowsOf(csv: string): Decision<readonly (readonly string[])[]> {
  try {
    const rows = parse(csv, {
      bom: true,
      delimiter: separatorOf(csv),
      skip_empty_lines: true,
      trim: true,
    }) as string[][];
    if ((rows[0]?.length ?? 0) <= MOST_COLUMNS) return accepted(rows);
    return refused({ at: 'row 1', kind: 'file-unreadable', reason: `it has more than ${MOST_COLUMNS} columns` });
  } catch (error) {
    const reason = error instanceof Error ? error.message : 'unknown';
    return refused({ at: 'csv', kind: 'file-unreadable', reason });
  }
}
