import type { CustomTableLayout, TableCell } from 'pdfmake';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import type { Cell, TableColumn } from '@lowtide/core/reports/table.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import { FIGURES, printed } from './letter.ts';
import type { ShownTable } from './table-files.ts';

export interface ReportHead {
  readonly company: Pick<PrintedCompany, 'name' | 'paper'>;
  readonly title: string;
  readonly subtitle: string;
  /** What a reader has to know before the figures; empty where there is nothing. */
  readonly note: string;
}

/** The table as it stands on screen, on paper across. */
export async function pdfOf(
  { company, title, subtitle, note }: ReportHead,
  { columns, rows, totals }: ShownTable,
): Promise<Buffer> {
  const line = (cells: readonly Cell[], bold = false): TableCell[] =>
    columns.map((column, place) => ({
      text: textOf(cells[place] ?? { value: null }, column),
      alignment: column.holds === 'text' || column.holds === 'day' ? 'left' : 'right',
      ...(column.holds === 'text' ? {} : FIGURES),
      bold,
    }));
  const heads = columns.map(({ head, holds }): TableCell => ({
    text: head,
    bold: true,
    alignment: holds === 'text' || holds === 'day' ? 'left' : 'right',
  }));
  return printed({
    title,
    author: company.name,
    paper: company.paper,
    across: true,
    content: [
      {
        columns: [
          { text: company.name, bold: true },
          { text: title, bold: true, alignment: 'right' },
        ],
      },
      { text: [subtitle, note].filter((text) => text !== '').join('. '), margin: [0, 2, 0, 10] },
      {
        fontSize: sizeFor(columns.length),
        layout: LINES,
        table: {
          headerRows: 1,
          widths: columns.map(({ gives }) => (gives ? '*' : 'auto')),
          body: [
            heads,
            ...rows.map(({ cells, tone }) => line(cells, tone === 'strong')),
            ...(totals === null ? [] : [line(totals, true)]),
          ],
        },
      },
    ],
  });
}

/** Points: as many columns as there are fit across the narrower of the papers, amounts of eight digits in each. */
function sizeFor(columns: number): number {
  return columns <= 9 ? 8 : columns <= 13 ? 7 : columns <= 15 ? 6 : 5;
}

const LINES: CustomTableLayout = {
  hLineWidth: (line, { table }) =>
    line === 0 ? 0 : line === table.headerRows || line === table.body.length - 1 ? 1 : 0.4,
  vLineWidth: () => 0,
  hLineColor: () => '#b9c3c0',
  paddingLeft: (place) => (place === 0 ? 0 : 3),
  paddingRight: () => 3,
  paddingTop: () => 1.5,
  paddingBottom: () => 1.5,
};

function textOf({ value }: Cell, { holds }: TableColumn): string {
  if (value === null || value === '') return '';
  if (typeof value === 'object') return `${percent(value, 1)} %`;
  if (holds === 'money') return dollars(cents(Number(value)));
  if (holds === 'hours') return tenThousandths(Number(value));
  if (holds === 'price') return tenThousandths(Number(value), 2);
  return holds === 'day' ? dayText(isoDate(String(value))) : String(value);
}
