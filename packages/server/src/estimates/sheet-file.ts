import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { recordOf } from '@lowtide/core/collections/record-of.ts';
import { BLANK_ROW, ESTIMATE_COLUMNS, type EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { inertText, textOfInert } from '@lowtide/core/files/csv-text.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { readWorkbookApart } from './read-workbook-apart.ts';
import { Refusal } from '../http/refusal.ts';
import { refuseLong, SHEET_COLUMNS } from './sheet-columns.ts';

const USUAL_MARKUP = 'usual_markup_percent';

/** A file as it comes: CSV as text, a workbook as base64. */
export interface SheetFile {
  readonly name: string;
  readonly content: string;
}

/** The sheet a file holds. What cannot be read in a cell comes as it is, to be marked in the grid; refused is a file that holds no sheet. */
export async function readSheetFile({ name, content }: SheetFile): Promise<EstimateSheet> {
  if (!/\.xlsx$/i.test(name)) return csvSheet(content);
  return readWorkbookApart(Buffer.from(content, 'base64'));
}

/** The typed cells of a sheet; the usual markup stands in its first row. */
export function sheetCsv({ usualMarkup, rows }: EstimateSheet): string {
  const header = [...SHEET_COLUMNS.map(({ csv }) => csv), USUAL_MARKUP];
  const lines = (rows.length > 0 ? rows : [BLANK_ROW]).map((row, place) => [
    ...SHEET_COLUMNS.map(({ column }) => inertText(row[column])),
    place === 0 ? inertText(usualMarkup) : '',
  ]);
  return stringify([header, ...lines]);
}

export function csvSheet(csv: string): EstimateSheet {
  const [header = [], ...lines] = csvRows(csv);
  const known = [...SHEET_COLUMNS.map(({ csv: name }) => name), USUAL_MARKUP];
  const problems: Problem[] = header
    .filter((column) => !known.includes(column))
    .map((column) => ({ at: 'row 1', kind: 'column-unknown', column, known }));
  if (header.length === 0) problems.push({ at: 'row 1', kind: 'nothing-entered' });
  if (problems.length > 0) throw new Refusal(problems);
  refuseLong(lines.length);
  const cell = (line: readonly string[], name: string): string => textOfInert(line[header.indexOf(name)] ?? '');
  const names = new Map(SHEET_COLUMNS.map(({ column, csv: name }) => [column, name]));
  const rows = lines.map((line) => recordOf(ESTIMATE_COLUMNS, (column) => cell(line, names.get(column) ?? column)));
  return { usualMarkup: lines.map((line) => cell(line, USUAL_MARKUP)).find((text) => text !== '') ?? '', rows };
}

/** Characters of one row, and lines of a file; a sheet has fewer rows by far. */
const MOST_RECORD = 100_000;
const MOST_LINES = 20_000;

function csvRows(csv: string): readonly (readonly string[])[] {
  try {
    return parse(csv, {
      ...{ bom: true, trim: true, relax_column_count: true },
      ...{ max_record_size: MOST_RECORD, to_line: MOST_LINES },
    }) as string[][];
  } catch (error) {
    const reason = error instanceof Error ? error.message : 'it is no CSV';
    throw new Refusal([{ at: 'content', kind: 'file-unreadable', reason }]);
  }
}
