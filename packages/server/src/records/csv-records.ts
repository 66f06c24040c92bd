import { parse } from 'csv-parse/sync';
import { textOfInert } from '@lowtide/core/files/csv-text.ts';
import { accepted, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { fieldsOf, type RecordKind } from '@lowtide/core/records/record-kinds.ts';
import type { TypedRecord } from '@lowtide/core/records/read-record.ts';

const MOST_ROWS = 20_000;
const MOST_COLUMNS = 100;

/** The rows of a CSV file (RFC 4180, UTF-8, header first) as records as typed. Columns are field names, in any order. */
export function csvRecords(kind: RecordKind, csv: string): Decision<readonly TypedRecord[]> {
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
  const fields = fieldsOf(kind);
  const known = fields.map(({ name }) => name);
  const problems: Problem[] = header
    .filter((column) => !known.includes(column))
    .map((column) => ({ at: 'row 1', kind: 'column-unknown', column, known }));
  for (const { name, need } of fields) {
    if (need !== 'optional' && !header.includes(name))
      problems.push({ at: 'row 1', kind: 'column-missing', column: name });
  }
  if (rows.length === 0) problems.push({ at: 'row 2', kind: 'nothing-entered' });
  if (problems.length > 0) return refused(...problems);
  return accepted(
    rows.map((row) => Object.fromEntries(header.map((column, place) => [column, textOfInert(row[place] ?? '')]))),
  );
}

function rowsOf(csv: string): Decision<readonly (readonly string[])[]> {
  try {
    const rows = parse(csv, { bom: true, skip_empty_lines: true, trim: true }) as string[][];
    if ((rows[0]?.length ?? 0) <= MOST_COLUMNS) return accepted(rows);
    return refused({ at: 'row 1', kind: 'file-unreadable', reason: `it has more than ${MOST_COLUMNS} columns` });
  } catch (error) {
    const reason = error instanceof Error ? error.message : 'unknown';
    return refused({ at: 'csv', kind: 'file-unreadable', reason });
  }
}
