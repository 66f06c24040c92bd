import { applicationSummary, type ApplicationSummary } from '@lowtide/core/billing/application-summary.ts';
import { dayText, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { InvoiceBody, InvoicedLine } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { cents, opposite, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, ratio } from '@lowtide/core/money/ratio.ts';
import type { Content, TableCell } from 'pdfmake';
import { amounts, FIGURES, letterFoot, letterHead, printed, RULES } from '../print/letter.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';

/** An application for payment as it is printed. */
export interface PrintedApplication {
  readonly number: string;
  readonly ordinal: number;
  readonly version: number;
  readonly through: IsoDate;
  readonly client: string;
  readonly address: string;
  readonly project: string;
  readonly memo: string;
  readonly kept: InvoiceBody;
}

/** The summary of an application, and its schedule line by line on pages turned across. */
export async function applicationPdf(application: PrintedApplication, company: PrintedCompany): Promise<Buffer> {
  const { number, ordinal, version, through, client, address, kept } = application;
  const lines = kept.lines ?? [];
  const changed = version === 1 ? [] : [`Version ${version}`];
  return printed({
    title: `Application ${number}`,
    author: company.name,
    paper: company.paper,
    across: true,
    content: [
      ...letterHead({
        ...{ company, what: `Application for payment ${ordinal}`, to: { name: client, address } },
        facts: [number, `Period through ${dayText(through)}`, ...changed],
        subject: [application.project, application.memo],
      }),
      amounts(summaryRows(applicationSummary(lines, kept.figures.tax), company.currency)),
      ...letterFoot(
        company,
        `We ask for the amount above. Please certify it, or what you accept of it, naming ${number}.`,
        false,
      ),
      { text: 'Schedule of values', bold: true, fontSize: 12, pageBreak: 'before', margin: [0, 0, 0, 8] },
      continuation(lines),
    ],
  });
}

function summaryRows(of: ApplicationSummary, currency: string) {
  return [
    { text: 'Contract as first agreed', amount: dollars(of.original) },
    { text: 'Change orders', amount: dollars(of.changes) },
    { text: 'Contract to date', amount: dollars(of.contract), bold: true },
    { text: 'Completed and stored to date', amount: dollars(of.toDate) },
    { text: 'Held back to date', amount: dollars(opposite(of.withheld)) },
    { text: 'Earned less what is held back', amount: dollars(of.earnedLessRetention) },
    { text: 'Less earlier applications', amount: dollars(opposite(of.earlier)) },
    { text: 'Tax', amount: dollars(of.tax) },
    { text: `Asked for now, ${currency}`, amount: dollars(of.toPay), bold: true },
    { text: 'To finish, with what is held back', amount: dollars(of.toFinish) },
  ];
}

interface PrintedColumn {
  readonly head: string;
  readonly width: number | '*';
  readonly of: (line: InvoicedLine) => Cents;
}

const toDate = (line: InvoicedLine): Cents => cents(line.workBefore + line.storedBefore + line.work + line.stored);
const FIGURE_COLUMNS: readonly PrintedColumn[] = [
  { head: 'Scheduled', width: 68, of: ({ value }) => value },
  { head: 'Before', width: 68, of: ({ workBefore, storedBefore }) => cents(workBefore + storedBefore) },
  { head: 'Completed now', width: 68, of: ({ work }) => work },
  { head: 'Stored now', width: 62, of: ({ storedBefore, stored }) => cents(storedBefore + stored) },
  { head: 'To date', width: 68, of: toDate },
  { head: 'To finish', width: 68, of: (line) => cents(line.value - toDate(line)) },
  { head: 'Held back', width: 62, of: ({ withheldBefore, withheld }) => cents(withheldBefore + withheld) },
];

function continuation(lines: readonly InvoicedLine[]): Content {
  const right = { alignment: 'right' as const, ...FIGURES };
  const share = (done: Cents, whole: Cents): string => (whole === 0 ? '' : `${percent(ratio(done, whole), 1)} %`);
  const sumOf = (of: (line: InvoicedLine) => Cents): Cents => cents(lines.reduce((all, line) => all + of(line), 0));
  const body: TableCell[][] = lines.map((line) => [
    line.number === 0 ? '' : String(line.number),
    line.name,
    ...FIGURE_COLUMNS.map(({ of }): TableCell => ({ text: dollars(of(line)), ...right })),
    { text: share(toDate(line), line.value), ...right },
  ]);
  const total: TableCell[] = [
    '',
    { text: 'In all', bold: true },
    ...FIGURE_COLUMNS.map(({ of }): TableCell => ({ text: dollars(sumOf(of)), bold: true, ...right })),
    {
      text: share(
        sumOf(toDate),
        sumOf(({ value }) => value),
      ),
      bold: true,
      ...right,
    },
  ];
  const head = (text: string, isFigure: boolean): TableCell => ({
    ...{ text, bold: true, fontSize: 8 },
    ...(isFigure ? right : {}),
  });
  const heads = [head('Line', false), head('Of the schedule', false)];
  return {
    table: {
      ...{ headerRows: 1, dontBreakRows: true },
      widths: [24, '*', ...FIGURE_COLUMNS.map(({ width }) => width), 42],
      body: [
        [...heads, ...FIGURE_COLUMNS.map((column) => head(column.head, true)), head('Done', true)],
        ...body,
        total,
      ],
    },
    layout: { ...RULES, paddingLeft: (column) => (column === 0 ? 0 : 6) },
    fontSize: 8,
  };
}
