import { Workbook, type CellValue } from '@cj-tech-master/excelts';
import type { Cell, TableColumn, TableRow } from '@lowtide/core/reports/table.ts';
import type { ShownTable } from './table-files.ts';

const FORMATS: Readonly<Record<TableColumn['holds'], string>> = {
  text: '@',
  day: 'yyyy-mm-dd',
  money: '#,##0.00',
  percent: '0.00',
  hours: '#,##0.00',
  count: '0',
};

/** Formulas of a row: each place a column. */
type Formulas = readonly (string | undefined)[];

/** The table as a workbook: numbers as numbers, sums and shares as formulas, which follow what is changed. */
export async function workbookOf(title: string, { columns, rows, totals }: ShownTable): Promise<Buffer> {
  const book = new Workbook();
  const page = book.addWorksheet(title.slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
    pageSetup: { orientation: 'landscape', fitToPage: true, fitToWidth: 1, fitToHeight: 0, printTitlesRow: '1:1' },
  });
  page.columns = columns.map(({ head, holds }) => ({
    header: head,
    width: holds === 'text' ? 18 : 15,
    style: { numFmt: FORMATS[holds] },
  }));
  page.getRow(1).font = { bold: true };
  const letters = columns.map((_, place) => page.getColumn(place + 1).letter);
  const written = (cells: readonly Cell[], formulas: Formulas) =>
    columns.map((column, place) => valueOf(cells[place] ?? { value: null }, column, formulas[place]));
  rows.forEach(({ cells, sums = 0 }, index) => {
    const line = index + 2;
    const formulas = columns.map(
      (column, place) =>
        shareFormula(column, { columns, letters, line }) ??
        (sums > 0 && typeof cells[place]?.value === 'number'
          ? sumFormula(letters[place] ?? '', line + 1, line + sums)
          : undefined),
    );
    const row = page.addRow(written(cells, formulas));
    if (sums > 0) row.font = { bold: true };
  });
  if (totals !== null) {
    const line = rows.length + 2;
    const formulas = columns.map(
      (column, place) =>
        shareFormula(column, { columns, letters, line }) ??
        (addUp(rows, place, totals[place]) ? sumFormula(letters[place] ?? '', 2, line - 1) : undefined),
    );
    page.addRow(written(totals, formulas)).font = { bold: true };
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** Sums of sums count nothing twice: SUBTOTAL leaves other SUBTOTALs out. */
function sumFormula(letter: string, first: number, last: number): string {
  return `SUBTOTAL(9,${letter}${first}:${letter}${last})`;
}

function addUp(rows: readonly TableRow[], place: number, total: Cell | undefined): boolean {
  const own = rows.filter(({ sums }) => sums === undefined);
  const raw = (cell: Cell | undefined): number => (typeof cell?.value === 'number' ? cell.value : 0);
  return typeof total?.value === 'number' && own.reduce((all, { cells }) => all + raw(cells[place]), 0) === total.value;
}

interface Line {
  readonly columns: readonly TableColumn[];
  readonly letters: readonly string[];
  readonly line: number;
}

/** A share out of the cells it is worked out of, where the sheet has all of them. */
function shareFormula({ share, holds }: TableColumn, { columns, letters, line }: Line): string | undefined {
  if (share === undefined) return undefined;
  const cellOf = (id: string): string | undefined => {
    const letter = letters[columns.findIndex((column) => column.id === id)];
    return letter && `${letter}${line}`;
  };
  const [part, ...whole] = [share.part, ...share.whole].map(cellOf);
  if (part === undefined || whole.includes(undefined)) return undefined;
  const all = whole.length === 1 ? whole[0] : `(${whole.join('+')})`;
  return `IF(${all}=0,"",${holds === 'percent' ? '100*' : ''}${part}/${all})`;
}

function valueOf(cell: Cell, column: TableColumn, formula: string | undefined): CellValue {
  const result = numberOf(cell, column);
  if (formula === undefined || typeof result !== 'number') return result;
  return { formula, result };
}

function numberOf({ value }: Cell, { holds }: TableColumn): CellValue {
  if (value === null || value === '') return null;
  if (typeof value === 'object') return (100 * value.numerator) / value.denominator;
  if (typeof value === 'string') return holds === 'day' ? new Date(`${value}T00:00:00Z`) : value;
  return holds === 'money' ? value / 100 : holds === 'hours' ? value / 10_000 : value;
}
