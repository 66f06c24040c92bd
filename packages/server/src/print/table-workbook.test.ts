import { Workbook } from '@cj-tech-master/excelts';
import { INCOME_STATEMENT } from '@lowtide/core/reports/income-statement/report.ts';
import type { Table, TableColumn, TableRow } from '@lowtide/core/reports/table.ts';
import { month } from '@lowtide/core/calendar/month.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { expect, test } from 'vitest';
import { workbookOf } from './table-workbook.ts';

/** Formulas and values of the lines below the heads, as a spreadsheet has them. */
async function linesOf(table: Table): Promise<readonly (readonly unknown[])[]> {
  const book = new Workbook();
  await book.xlsx.load((await workbookOf('Test', table)) as unknown as ArrayBuffer);
  const lines: unknown[][] = [];
  book.worksheets[0]?.eachRow((row, line) => {
    if (line === 1) return;
    const cells = table.columns.map((_, place) => row.getCell(place + 1).value);
    lines.push(
      cells.map((value) => (value !== null && typeof value === 'object' && 'formula' in value ? value.formula : value)),
    );
  });
  return lines;
}

const column = (id: string, more: Partial<TableColumn> = {}): TableColumn => ({
  ...{ id, head: id, file: id, holds: 'money' },
  ...more,
});
const row = (key: string, ...values: readonly TableRow['cells'][number]['value'][]): TableRow => ({
  ...{ key, name: key, tone: undefined, leadsTo: undefined },
  cells: values.map((value) => ({ value })),
});

test('differences and quotients are formulas where the value is just that, and values where it is not', async () => {
  const columns = [
    column('contract'),
    column('estimate'),
    column('profit', { madeOf: { plus: ['contract'], minus: ['estimate'] } }),
    column('under', { madeOf: { plus: ['estimate'], minus: ['contract'], orZero: true } }),
    column('complete', { holds: 'percent', madeOf: { plus: ['estimate'], over: ['contract'] } }),
  ];
  const rows = [row('a', 1_000, 800, 200, 0, ratio(4, 5)), row('b', 500, 600, -99, 100, ratio(1, 2))];
  const totals = row('', 1_500, 1_400, 101, 100, null).cells;
  expect(await linesOf({ columns, rows, totals })).toEqual([
    [10, 8, 'A2-B2', 'MAX(0,B2-A2)', 'IF(A2=0,"",100*B2/A2)'],
    [5, 6, -0.99, 'MAX(0,B3-A3)', 50],
    ['SUBTOTAL(9,A2:A3)', 'SUBTOTAL(9,B2:B3)', 'SUBTOTAL(9,C2:C3)', 'SUBTOTAL(9,D2:D3)', null],
  ]);
});

test('a column that is left out leaves values where formulas would name it', async () => {
  const columns = [column('contract'), column('profit', { madeOf: { plus: ['contract'], minus: ['estimate'] } })];
  expect(await linesOf({ columns, rows: [row('a', 1_000, 200)], totals: null })).toEqual([[10, 2]]);
});

test('every sum of a statement is a formula', async () => {
  const line = (code: string, amount: number) => ({ code, name: code, amounts: [{ amountCents: cents(amount) }] });
  const table = INCOME_STATEMENT.table(
    {
      columns: [{ from: month('2027-01'), through: month('2027-01') }],
      revenue: { lines: [line('4000', 900), line('4100', 100)], totals: [cents(1_000)] },
      costOfRevenue: { lines: [line('5000', 300)], totals: [cents(300)] },
      grossProfit: [cents(700)],
      expense: { lines: [], totals: [cents(0)] },
      netIncome: [{ amountCents: cents(700) }],
    },
    {},
  );
  const amounts = (await linesOf(table)).map((cells) => cells[2]);
  expect(amounts).toEqual([9, 1, 'SUM(C2:C3)', 3, 'C5', 'C4-C6', 0, 'C7-C8']);
});
