import { recordOf } from '@lowtide/core/collections/record-of.ts';
import { ValueType, Workbook, type Cell, type Worksheet } from '@cj-tech-master/excelts';
import {
  RIVALS,
  type EstimateColumn,
  ESTIMATE_COLUMNS,
  type EstimateRow,
  type EstimateSheet,
} from '@lowtide/core/estimate/estimate-sheet.ts';
import { Refusal } from '../http/refusal.ts';
import { ESTIMATE_SHEET, RULE_COLUMN, SUM_MARK, USUAL_MARKUP_CELL } from './estimate-workbook.ts';
import { letterOf, refuseLong, SHEET_COLUMNS } from './sheet-columns.ts';

/** Reads back a workbook that `estimateWorkbook` made and somebody may have edited outside. */
export async function workbookSheet(bytes: Buffer): Promise<EstimateSheet> {
  const book = await loaded(bytes);
  const page = book.getWorksheet(ESTIMATE_SHEET);
  if (!page) throw unreadable(`it has no sheet named ${ESTIMATE_SHEET}`);
  SHEET_COLUMNS.forEach(({ column, head }) => {
    if (textOf(page.getCell(`${letterOf(column)}1`)) !== head)
      throw unreadable(`cell ${letterOf(column)}1 should be ${head}; keep the columns in their order`);
  });
  refuseLong(page.rowCount);
  const rows: EstimateRow[] = [];
  for (let at = 2; at <= page.rowCount && textOf(page.getCell(`${RULE_COLUMN}${at}`)) !== SUM_MARK; at += 1)
    rows.push(rowAt(page, at));
  while (rows.length > 0 && Object.values(rows.at(-1) ?? {}).every((cell) => cell === '')) rows.pop();
  const settings = book.getWorksheet(USUAL_MARKUP_CELL.sheet);
  return { usualMarkup: settings ? textOf(settings.getCell(USUAL_MARKUP_CELL.cell)) : '', rows };
}

function unreadable(reason: string): Refusal {
  return new Refusal([{ at: 'content', kind: 'workbook-unreadable', reason }]);
}

async function loaded(bytes: Buffer): Promise<Workbook> {
  const book = new Workbook();
  try {
    await book.xlsx.load(new Uint8Array(bytes).buffer);
  } catch {
    throw unreadable('it is no workbook');
  }
  return book;
}

interface ReadCell {
  readonly text: string;
  /** A formula over other cells: it follows, unless nothing else in its group is typed. */
  readonly follows: boolean;
}

function rowAt(page: Worksheet, at: number): EstimateRow {
  const cells = new Map(
    SHEET_COLUMNS.map(({ column }) => [column, readCell(page.getCell(`${letterOf(column)}${at}`))]),
  );
  const ruledBefore = textOf(page.getCell(`${RULE_COLUMN}${at}`));
  const row = Object.fromEntries([...cells].map(([column, cell]) => [column, cell.follows ? '' : cell.text]));
  for (const rivals of RIVALS) settle(rivals, { row, cells, ruledBefore });
  return recordOf(ESTIMATE_COLUMNS, (column) => row[column] ?? '');
}

interface Settling {
  readonly row: Record<string, string>;
  readonly cells: ReadonlyMap<EstimateColumn, ReadCell>;
  readonly ruledBefore: string;
}

/**
 * Of columns that exclude each other: a value put where a formula was rules now, for it was typed last. Where even the one that
 * ruled has become a formula, its result is taken.
 */
function settle(rivals: readonly EstimateColumn[], { row, cells, ruledBefore }: Settling): void {
  const typed = rivals.filter((column) => row[column] !== '');
  const before = rivals.find((column) => column === ruledBefore);
  if (typed.length > 1 && before !== undefined) row[before] = '';
  if (typed.length === 0 && before !== undefined) row[before] = cells.get(before)?.text ?? '';
}

function readCell(cell: Cell): ReadCell {
  const formula = cell.formula ?? '';
  if (formula === '') return { text: textOf(cell), follows: false };
  if (/[A-Z]+\$?\d/i.test(formula)) return { text: textOf(cell), follows: isFollowing(cell) };
  return { text: `=${formula}`, follows: false };
}

/** Only columns that exclude each other have cells that follow; a formula elsewhere is somebody's own, and its result is taken. */
function isFollowing(cell: Cell): boolean {
  return RIVALS.flat().some((column) => letterOf(column) === cell.address.replace(/\d+/, ''));
}

/** A cell's text; numbers without separators, of a formula its result. */
function textOf(cell: Cell): string {
  const value = cell.type === ValueType.Formula ? cell.result : cell.value;
  if (typeof value === 'number') return String(Number(value.toFixed(4)));
  if (value === null || value === undefined || (typeof value === 'object' && 'error' in value)) return '';
  return (value instanceof Date ? value.toISOString().slice(0, 10) : cell.text).trim();
}
