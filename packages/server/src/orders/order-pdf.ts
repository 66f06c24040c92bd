import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, difference } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import type { Content, TableCell } from 'pdfmake';
import type { Answer } from '../http/api.ts';
import { FIGURES, letterFoot, letterHead, printed, RULES } from '../print/letter.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';

interface PrintedOrder {
  readonly order: Answer<'order'>;
  /** Of the supplier. */
  readonly address: string;
  readonly company: PrintedCompany;
}

/** The order as the supplier gets it: its lines, where they are delivered, and when they are wanted. */
export async function orderPdf({ order, address, company }: PrintedOrder): Promise<Buffer> {
  const what = `${order.kind === 'order' ? 'Purchase order' : 'Subcontract'} ${order.number}`;
  const latest = order.versions.filter(({ isReversed }) => !isReversed).at(-1);
  const changed =
    order.version === 1 ? [] : [`Version ${order.version} of ${dayText(isoDate(latest?.datedOn ?? order.datedOn))}`];
  const lines = order.lines.filter(({ netCents }) => netCents !== 0);
  const cost = lines.reduce((total, { costCents }) => total + costCents, 0);
  const tax = difference(cents(cost), cents(order.netCents));
  const retention =
    order.retentionMillionths === 0
      ? []
      : [`${tenThousandths(order.retentionMillionths)} % of each bill is withheld until it is released.`];
  return printed({
    title: what,
    author: company.name,
    paper: company.paper,
    content: [
      ...letterHead({
        ...{ company, what, to: { name: order.supplier, address } },
        facts: [`Dated ${dayText(isoDate(order.datedOn))}`, ...changed],
        subject: [order.deliverTo === '' ? 'As agreed' : 'Delivered to', order.deliverTo],
      }),
      linesTable(lines),
      {
        text: [
          `In all ${dollars(cents(order.netCents))} ${company.currency}`,
          tax === 0 ? ' before tax.' : `, with ${dollars(tax)} of tax that we bear.`,
        ],
        ...{ bold: true, alignment: 'right', margin: [0, 8, 0, 0] },
      },
      ...retention.map((text) => ({ text, margin: [0, 8, 0, 0] as [number, number, number, number] })),
      ...letterFoot(company, `Please name ${order.number} on the delivery note and on your bill.`, false),
    ],
  });
}

type Line = PrintedOrder['order']['lines'][number];

interface PrintedColumn {
  readonly head: string;
  readonly width: number | '*';
  readonly isFigure?: boolean;
  readonly of: (line: Line) => string | TableCell;
}

const COLUMNS: readonly PrintedColumn[] = [
  { head: 'Line', width: 22, of: ({ place }) => String(place) },
  {
    ...{ head: 'What', width: '*' },
    of: ({ text, project, coding }) => ({
      stack: [text, { text: [project, coding].filter(Boolean).join(' '), fontSize: 8, color: '#4b5f63' }],
    }),
  },
  {
    head: 'Quantity',
    width: 50,
    isFigure: true,
    of: ({ quantity }) => (quantity === 0 ? '' : tenThousandths(quantity)),
  },
  { head: 'Unit', width: 28, of: ({ unit }) => unit },
  { head: 'Price', width: 54, isFigure: true, of: ({ priceE4 }) => (priceE4 === 0 ? '' : tenThousandths(priceE4, 2)) },
  { head: 'Net', width: 64, isFigure: true, of: ({ netCents }) => dollars(cents(netCents)) },
  { head: 'Wanted', width: 60, of: ({ wantedOn }) => (wantedOn === null ? '' : dayText(isoDate(wantedOn))) },
];

/** The lines, without columns that say nothing of any of them. */
function linesTable(lines: readonly Line[]): Content {
  const columns = COLUMNS.filter(({ of }) => lines.some((line) => of(line) !== ''));
  const right = { alignment: 'right' as const, ...FIGURES };
  const cells = lines.map((line) =>
    columns.map(({ of, isFigure = false }): TableCell =>
      isFigure ? { text: of(line) as string, ...right } : of(line),
    ),
  );
  const heads = columns.map(({ head, isFigure = false }) => ({
    ...{ text: head, bold: true, fontSize: 9 },
    ...(isFigure ? right : {}),
  }));
  return {
    table: { widths: columns.map(({ width }) => width), headerRows: 1, body: [heads, ...cells], dontBreakRows: true },
    layout: { ...RULES, paddingLeft: (column) => (column === 0 ? 0 : 8) },
    fontSize: 9,
  };
}
