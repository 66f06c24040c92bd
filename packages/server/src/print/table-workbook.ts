import { Workbook, type CellValue } from '@cj-tech-master/excelts';
import type { Cell, TableColumn } from '@lowtide/core/reports/table.ts';
import type { ShownTable } from './table-files.ts';
import { rowFormulas, totalFormulas } from './workbook-formulas.ts';

const FORMATS: Readonly<Record<TableColumn['holds'], string>> = {
  text: '@',
  day: 'yyyy-mm-dd',
  money: '#,##0.00',
  percent: '0.00',
  hours: '#,##0.00',
  price: '#,##0.00##',
  count: '0',
};

/** The table as a workbook: numbers as numbers, and what follows from others as formulas, which follow what is changed. */
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
  const placed = { columns, letters, rows };
  const written = (cells: readonly Cell[], formulas: readonly (string | undefined)[]) =>
    columns.map((column, place) => valueOf(cells[place] ?? { value: null }, column, formulas[place]));
  rows.forEach((row, index) => {
    const made = page.addRow(written(row.cells, rowFormulas(placed, row, index)));
    if ((row.sums ?? 0) > 0 || row.tone === 'strong') made.font = { bold: true };
  });
  if (totals !== null) page.addRow(written(totals, totalFormulas(placed, totals))).font = { bold: true };
  return Buffer.from(await book.xlsx.writeBuffer());
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
  return holds === 'money' ? value / 100 : holds === 'hours' || holds === 'price' ? value / 10_000 : value;
}
