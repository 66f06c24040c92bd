/**
 * A mailbox that stands in for one outside: suppliers send bills for what is open of their orders as UBL 2.1, some wrong in the usual
 * ways: a total that does not add up, an order nobody placed, a bill that was sent before, a wrong tax, another company's. The same
 * orders are billed the same way.
 */
import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { plainDollars } from '@lowtide/core/money/dollars.ts';
import { openToBill } from '@lowtide/core/orders/order-line.ts';
import type { Order } from '@lowtide/core/orders/order.ts';
import { writtenTotals, writtenUbl, type WrittenDocument } from '@lowtide/core/ubl/written-ubl.ts';
import { xmlText } from '../print/xml.ts';

export interface MailboxBooks {
  readonly company: string;
  readonly currency: string;
  readonly today: IsoDate;
  readonly orders: readonly Order[];
  readonly supplierOf: (order: Order) => string;
  /** A bill number of the supplier that is in the books already. */
  readonly billedBefore: { readonly supplier: string; readonly number: string } | undefined;
}

interface Delivered {
  readonly name: string;
  readonly xml: string;
}

const WRONG_TAX = 82_500;

export function mailboxMessages(books: MailboxBooks): readonly Delivered[] {
  const bills = books.orders.flatMap((order, place) => billOf(order, place, books));
  const [first, second, third, fourth, ...others] = bills;
  return [
    ...(first === undefined ? [] : [delivered(first)]),
    ...(second === undefined ? [] : [withTotalOff(second)]),
    ...(third === undefined ? [] : [delivered({ ...third, order: 'PO-9099', number: `${third.number}-X` })]),
    ...(fourth === undefined ? [] : [delivered(taxedWrongly(fourth))]),
    ...(first === undefined
      ? []
      : [delivered({ ...first, number: `${first.number}-F`, customer: 'Marl Reach Dredging' })]),
    ...(first === undefined || books.billedBefore === undefined
      ? []
      : [delivered({ ...first, ...books.billedBefore, order: '' })]),
    ...others.map(delivered),
  ];
}

/** What is open of an order, in half. */
function billOf(order: Order, place: number, books: MailboxBooks): readonly WrittenDocument[] {
  const lines = order.lines.flatMap((line) => {
    const open = openToBill(line);
    if (open.net <= 1) return [];
    return [
      {
        ...{ id: String(line.place), text: line.text, quantity: open.quantity, unit: line.unit, net: open.net },
        ...{ taxMillionths: 0, accountingCost: '', orderLine: null, project: '', costType: '' },
      },
    ];
  });
  if (lines.length === 0) return [];
  return [
    {
      ...{ kind: 'invoice', number: `E-${order.number.slice(3)}${place + 1}`, issuedOn: plusDays(books.today, -1) },
      ...{ dueOn: plusDays(books.today, 29), currency: books.currency, supplier: books.supplierOf(order) },
      ...{ customer: books.company, order: order.number, project: '', lines },
    },
  ];
}

function delivered(document: WrittenDocument): Delivered {
  const order = document.order;
  const xml = xmlText(writtenUbl(document));
  // Lines name the line of the order they are of.
  const named =
    order === ''
      ? xml
      : xml.replace(
          /(<cac:InvoiceLine>\s*<cbc:ID>)(\d+)(<\/cbc:ID>[\s\S]*?)(<cac:Item>)/g,
          '$1$2$3<cac:OrderLineReference><cbc:LineID>$2</cbc:LineID></cac:OrderLineReference>$4',
        );
  return { name: `${document.supplier} ${document.number}.xml`.replace(/[^\w .-]/g, ''), xml: named };
}

function taxedWrongly(document: WrittenDocument): WrittenDocument {
  return { ...document, lines: document.lines.map((line) => ({ ...line, taxMillionths: WRONG_TAX })) };
}

function withTotalOff(document: WrittenDocument): Delivered {
  const { payable } = writtenTotals(document.lines);
  const { name, xml } = delivered(document);
  return {
    name,
    xml: xml.replaceAll(
      `${plainDollars(payable)}</cbc:PayableAmount>`,
      `${plainDollars(cents(payable + 9_000))}</cbc:PayableAmount>`,
    ),
  };
}
