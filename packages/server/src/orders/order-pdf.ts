import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, difference } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import type { Content, TableCell } from 'pdfmake';
import type { Answer } from '../http/api.ts';
import { FIGURES, letterFoot, letterHead, printed, RULES } from '../print/letter.ts';
import type { PrintedCompany } from '../records/letterhead-queries.ts';

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

function linesTable(lines: PrintedOrder['order']['lines']): Content {
  const heads = ['Line', 'What', 'Quantity', 'Unit', 'Price', 'Net', 'Wanted'];
  const right = { alignment: 'right' as const, ...FIGURES };
  const body = lines.map((line): TableCell[] => [
    String(line.place),
    {
      stack: [
        line.text,
        { text: [line.project, line.coding].filter(Boolean).join(' '), fontSize: 8, color: '#4b5f63' },
      ],
    },
    { text: line.quantity === 0 ? '' : tenThousandths(line.quantity), ...right },
    line.unit,
    { text: line.priceE4 === 0 ? '' : tenThousandths(line.priceE4, 2), ...right },
    { text: dollars(cents(line.netCents)), ...right },
    line.wantedOn === null ? '' : dayText(isoDate(line.wantedOn)),
  ]);
  return {
    table: {
      widths: [26, '*', 54, 34, 58, 66, 62],
      headerRows: 1,
      body: [
        heads.map((text, index) => ({ text, bold: true, fontSize: 9, ...([2, 4, 5].includes(index) ? right : {}) })),
        ...body,
      ],
      dontBreakRows: true,
    },
    layout: RULES,
    fontSize: 9,
  };
}
