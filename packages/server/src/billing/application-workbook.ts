import { Workbook, type Worksheet } from '@cj-tech-master/excelts';
import { applicationSummary } from '@lowtide/core/billing/application-summary.ts';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import type { InvoicedLine } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import type { PrintedApplication } from './application-pdf.ts';

export const SUMMARY = 'Summary';
export const SCHEDULE = 'Schedule of values';

/** Minor units as the workbook has amounts. */
const amount = (of: number): number => of / 100;

interface ScheduleColumn {
  readonly head: string;
  readonly width: number;
  /** What is known of a line, or how it follows from the cells of its row. */
  readonly of: (line: InvoicedLine) => Cents | string | number;
  readonly formula?: (row: number) => string;
  readonly isSummed?: true;
}

const toDate = ({ workBefore, storedBefore, work, stored }: InvoicedLine): number =>
  workBefore + storedBefore + work + stored;

/** In their order, `A` first. */
const COLUMNS: readonly ScheduleColumn[] = [
  { head: 'Line', width: 6, of: ({ number }) => number },
  { head: 'Of the schedule', width: 34, of: ({ name }) => name },
  { head: 'Agreed by', width: 18, of: ({ origin }) => origin },
  { head: 'Scheduled', width: 14, of: ({ value }) => amount(value), isSummed: true },
  { head: 'Completed before', width: 14, of: ({ workBefore }) => amount(workBefore), isSummed: true },
  { head: 'Stored before', width: 14, of: ({ storedBefore }) => amount(storedBefore), isSummed: true },
  { head: 'Completed now', width: 14, of: ({ work }) => amount(work), isSummed: true },
  { head: 'Change in stored', width: 14, of: ({ stored }) => amount(stored), isSummed: true },
  {
    ...{ head: 'To date', width: 14, isSummed: true },
    of: (line) => amount(toDate(line)),
    formula: (row) => `SUM(E${row}:H${row})`,
  },
  {
    ...{ head: 'To finish', width: 14, isSummed: true },
    of: (line) => amount(line.value - toDate(line)),
    formula: (row) => `D${row}-I${row}`,
  },
  { head: 'Held back before', width: 14, of: ({ withheldBefore }) => amount(withheldBefore), isSummed: true },
  { head: 'Held back now', width: 14, of: ({ withheld }) => amount(withheld), isSummed: true },
  {
    ...{ head: 'Held back to date', width: 14, isSummed: true },
    of: ({ withheldBefore, withheld }) => amount(withheldBefore + withheld),
    formula: (row) => `K${row}+L${row}`,
  },
  {
    ...{ head: 'Done', width: 9 },
    of: (line) => (line.value === 0 ? '' : toDate(line) / line.value),
    formula: (row) => `IF(D${row}=0,"",I${row}/D${row})`,
  },
];

/** The application as a workbook: the schedule as it was asked, and a summary that is worked out from it. */
export async function applicationWorkbook(application: PrintedApplication): Promise<Buffer> {
  const { number, ordinal, version, through, client, project, kept } = application;
  const lines = kept.lines ?? [];
  const book = new Workbook();
  const summary = book.addWorksheet(SUMMARY);
  const schedule = book.addWorksheet(SCHEDULE, { views: [{ state: 'frozen', ySplit: 1 }] });
  const totals = writeSchedule(schedule, lines);
  summary.getColumn(1).width = 40;
  summary.getColumn(2).width = 16;
  summary.getColumn(2).numFmt = '#,##0.00';
  for (const row of [
    [`Application for payment ${ordinal}${version === 1 ? '' : `, version ${version}`}`, number],
    ['Period through', dayText(through)],
    ['Client', client],
    ['Project', project],
  ]) {
    summary.addRow(row);
  }
  const of = applicationSummary(lines, kept.figures.tax);
  const on = (column: string): string => `'${SCHEDULE}'!${column}${totals}`;
  const changes = `SUMIF('${SCHEDULE}'!C2:C${totals - 1},"Change order*",'${SCHEDULE}'!D2:D${totals - 1})`;
  const rows: readonly (readonly [string, Cents, string | null])[] = [
    ['Contract as first agreed', of.original, `${on('D')}-B6`],
    ['Change orders', of.changes, changes],
    ['Contract to date', of.contract, 'B5+B6'],
    ['Completed and stored to date', of.toDate, on('I')],
    ['Held back to date', of.withheld, on('M')],
    ['Earned less what is held back', of.earnedLessRetention, 'B8-B9'],
    ['Earlier applications', of.earlier, `${on('E')}+${on('F')}-${on('K')}`],
    ['Due now', of.dueNow, 'B10-B11'],
    ['Tax', of.tax, null],
    ['Asked for now', of.toPay, 'B12+B13'],
    ['To finish, with what is held back', of.toFinish, 'B7-B10'],
  ];
  for (const [text, value, formula] of rows) {
    summary.addRow([text, formula === null ? amount(value) : { formula, result: amount(value) }]);
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** Writes the lines and their sums; the row of the sums. */
function writeSchedule(page: Worksheet, lines: readonly InvoicedLine[]): number {
  page.columns = COLUMNS.map(({ head, width, isSummed }) => ({
    ...{ header: head, width },
    ...(head === 'Done' ? { style: { numFmt: '0.0 %' } } : isSummed ? { style: { numFmt: '#,##0.00' } } : {}),
  }));
  page.getRow(1).font = { bold: true };
  lines.forEach((line, place) => {
    const row = place + 2;
    page.addRow(
      COLUMNS.map(({ of, formula }) =>
        formula === undefined ? of(line) : { formula: formula(row), result: of(line) },
      ),
    );
  });
  const totals = lines.length + 2;
  page.addRow(
    COLUMNS.map(({ head, of, isSummed, formula }, place) => {
      if (head === 'Of the schedule') return 'In all';
      const letter = String.fromCharCode(65 + place);
      const result = lines.reduce((all, line) => all + Number(of(line)), 0);
      if (isSummed)
        return { formula: `SUM(${letter}2:${letter}${totals - 1})`, result: Math.round(result * 100) / 100 };
      return formula === undefined ? '' : { formula: formula(totals), result: '' };
    }),
  );
  page.getRow(totals).font = { bold: true };
  return totals;
}
