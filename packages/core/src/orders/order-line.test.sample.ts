import { isoDate } from '../calendar/iso-date.ts';
import { accountId, documentId, orderLineId, partyId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { quantity, rate } from '../money/quantity.ts';
import type { Order } from './order.ts';
import { NO_PART, type Accrual, type OrderLine, type Part } from './order-line.ts';

/** So many units and so many minor units. */
export const part = (units: number, net: number): Part => ({ quantity: quantity(units * 10_000), net: cents(net) });

/** 200 t at 45.00 without tax, nothing received and nothing billed. */
export function countedLine(more: Partial<OrderLine> = {}): OrderLine {
  const ordered = { ...part(200, 900_000), cost: cents(900_000) };
  return {
    ...{ id: orderLineId(1), orderId: documentId(70), order: 'PO-0001', place: 1, supplier: partyId(1) },
    ...{ target: { kind: 'account', account: accountId(5) }, text: 'Filter stone', unit: 't', price: rate(450_000) },
    ...{ taxCode: null, wantedOn: null, ordered, received: NO_PART, billed: { ...NO_PART, cost: cents(0) } },
    ...{ agreed: [{ from: isoDate('2027-02-01'), ordered }], accruals: [], isClosed: false, retentionMillionths: 0 },
    ...more,
  };
}

/** 5,000.00 for a piece of work. */
export function amountLine(more: Partial<OrderLine> = {}): OrderLine {
  const ordered = { ...part(0, 500_000), cost: cents(500_000) };
  const agreed = [{ from: isoDate('2027-02-01'), ordered }];
  return countedLine({ unit: '', price: rate(0), text: 'Survey', ordered, agreed, ...more });
}

export const accrual = (receipt: number, postedOn: string, measure: number, cost: number): Accrual => ({
  ...{ receipt, postedOn: isoDate(postedOn), measure, cost: cents(cost) },
});

export function sampleOrder(number: string, lines: readonly OrderLine[]): Order {
  return {
    ...{ id: documentId(70), number, kind: 'order', supplier: partyId(1), version: 1, retentionMillionths: 0 },
    ...{ deliverTo: '', isClosed: false, retained: cents(0) },
    lines: lines.map((line, index) => ({ ...line, order: number, place: index + 1 })),
  };
}
