import ExcelJS from 'exceljs';
import type { Cell, Table, TableColumn } from '@lowtide/core/reports/table.ts';
import { inFiles } from './table-files.ts';

const FORMATS: Readonly<Record<TableColumn['holds'], string>> = {
  text: '@',
  day: 'yyyy-mm-dd',
  money: '#,##0.00',
  percent: '0.00',
  hours: '#,##0.00',
  count: '0',
};

/** The table as a workbook: numbers as numbers, totals that add up as formulas. */
export async function workbookOf(title: string, table: Table): Promise<Buffer> {
  const { columns, rows, totals } = inFiles(table);
  const book = new ExcelJS.Workbook();
  const page = book.addWorksheet(title.slice(0, 31), { views: [{ state: 'frozen', ySplit: 1 }] });
  page.columns = columns.map(({ head, holds }) => ({
    header: head,
    width: holds === 'text' ? 18 : 15,
    style: { numFmt: FORMATS[holds] },
  }));
  page.getRow(1).font = { bold: true };
  const numbers = (cells: readonly Cell[]) =>
    columns.map((column, place) => numberOf(cells[place] ?? { value: null }, column));
  for (const { cells } of rows) page.addRow(numbers(cells));
  if (totals !== null) {
    const last = rows.length + 1;
    page.addRow(
      numbers(totals).map((total, place) => {
        const sum = rows.reduce((all, { cells }) => all + rawOf(cells[place]), 0);
        const addsUp = typeof total === 'number' && rows.length > 0 && sum === rawOf(totals[place]);
        return addsUp
          ? { formula: `SUM(${letter(page, place)}2:${letter(page, place)}${last})`, result: total }
          : total;
      }),
    ).font = { bold: true };
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

function letter(page: ExcelJS.Worksheet, place: number): string {
  return page.getColumn(place + 1).letter;
}

function rawOf(cell: Cell | undefined): number {
  return typeof cell?.value === 'number' ? cell.value : 0;
}

function numberOf({ value }: Cell, { holds }: TableColumn): ExcelJS.CellValue {
  if (value === null || value === '') return null;
  if (typeof value === 'object') return (100 * value.numerator) / value.denominator;
  if (typeof value === 'string') return holds === 'day' ? new Date(`${value}T00:00:00Z`) : value;
  return holds === 'money' ? value / 100 : holds === 'hours' ? value / 10_000 : value;
}
