import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { COST_TYPES } from '../ledger/cost-type.ts';
import { accountId, documentId, orderLineId, partyId, taxCodeId } from '../ledger/ids.ts';
import { ORDER_KINDS } from '../orders/order.ts';
import { RetentionReleaseForm } from '../documents/retention-release/form.ts';
import { SupplierDepositForm } from '../documents/supplier-deposit/form.ts';
import { OrderSheet, SubcontractSheet } from '../documents/order/form.ts';
import {
  AsOf,
  ById,
  Cents,
  CostCodeNumber,
  Day,
  Id,
  PhaseNumber,
  ProjectNumber,
  Quantity,
  Rate,
  Typed,
} from '../shapes/values.ts';
import { Posted } from './documents.ts';

const NUMBER = { override: { type: 'integer', minimum: 1 } } as const;
const PART = { quantity: Quantity, net: Cents };

/** Of a line: which project and coding, or which account, its cost belongs to. */
const Target = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('project'),
    coding: z.object({
      ...{ project: ProjectNumber, phase: PhaseNumber.nullable(), costCode: CostCodeNumber },
      costType: z.enum(COST_TYPES),
    }),
  }),
  z.object({ kind: z.literal('account'), account: Id.transform(accountId).meta(NUMBER) }),
]);

/** An order as sheets are read against it. */
export const OrderThere = z.object({
  ...{ id: Id.transform(documentId).meta(NUMBER), number: z.string(), kind: z.enum(ORDER_KINDS) },
  ...{ supplier: Id.transform(partyId).meta(NUMBER), version: z.int() },
  ...{ retentionMillionths: z.int(), deliverTo: z.string(), isClosed: z.boolean(), retained: Cents },
  lines: z.array(
    z.object({
      ...{ id: Id.transform(orderLineId).meta(NUMBER), orderId: Id.transform(documentId).meta(NUMBER) },
      ...{ order: z.string(), place: z.int(), supplier: Id.transform(partyId).meta(NUMBER), target: Target },
      ...{ text: z.string(), unit: z.string(), price: Rate },
      ...{ taxCode: Id.transform(taxCodeId).meta(NUMBER).nullable(), wantedOn: Day.nullable() },
      ordered: z.object({ ...PART, cost: Cents }),
      received: z.object(PART),
      billed: z.object({ ...PART, cost: Cents }),
      agreed: z.array(z.object({ from: Day, ordered: z.object({ ...PART, cost: Cents }) })),
      accruals: z.array(z.object({ receipt: z.int(), postedOn: Day, measure: z.int(), cost: Cents })),
      ...{ isClosed: z.boolean(), retentionMillionths: z.int() },
    }),
  ),
});

/** Open orders of some suppliers, and orders by their numbers, open or not. */
export const OrdersThereQuery = z.strictObject({
  suppliers: z.array(Id).max(2_000),
  numbers: z.array(z.string().max(100)).max(2_000),
});
export const OrdersThere = z.object({
  orders: z.array(OrderThere),
  /** What is withheld of those suppliers under no subcontract. */
  retainedApart: z.array(z.object({ supplier: Id.transform(partyId).meta(NUMBER), retained: Cents })),
});

/** A line of an order with what became of it. */
const OrderLineRow = z.object({
  ...{ id: Id, place: z.int(), project: z.string(), coding: z.string(), text: z.string(), unit: z.string() },
  ...{ quantity: Quantity, priceE4: Rate, netCents: Cents, costCents: Cents, wantedOn: Day.nullable() },
  ...{ receivedQuantity: Quantity, receivedCents: Cents, billedQuantity: Quantity, billedCents: Cents },
  /** What is still to come, at the order's price: of an order to be received, of a subcontract to be billed. */
  ...{ openQuantity: Quantity, openCents: Cents },
  /** Received, not billed, where that is accrued; and ordered and not yet cost. */
  ...{ accruedCents: Cents, committedCents: Cents },
});

/** What a version says of a line that the one before did not. */
const OrderDifference = z.object({
  place: z.int(),
  /** What of the line it is: its quantity, price, text and so on; the line itself where it is new or gone. */
  what: z.string(),
  before: z.string(),
  after: z.string(),
});

export const OrderDetail = z.object({
  ...{ id: Id, number: z.string(), kind: z.enum(ORDER_KINDS), supplier: z.string(), datedOn: Day },
  ...{ version: z.int(), deliverTo: z.string(), retentionMillionths: z.int() },
  /** Nothing is open any more: all received and billed, or closed short. */
  isOpen: z.boolean(),
  /** Withheld of its bills and not released. */
  retainedCents: Cents,
  lines: z.array(OrderLineRow),
  ...{ netCents: Cents, receivedCents: Cents, billedCents: Cents, accruedCents: Cents, committedCents: Cents },
  /** Every version with what it changed, the first one first. */
  versions: z.array(
    z.object({
      ...{ documentId: Id, number: z.string(), version: z.int(), datedOn: Day, recordedAt: z.string() },
      ...{ recordedBy: z.string(), memo: z.string(), isReversed: z.boolean(), netCents: Cents },
      differences: z.array(OrderDifference),
    }),
  ),
  /** Receipts, bills, and what was released of its retention, in the order they were recorded. */
  against: z.array(
    z.object({
      ...{
        documentId: Id,
        kind: z.string(),
        number: z.string(),
        datedOn: Day,
        netCents: Cents,
        isReversed: z.boolean(),
      },
    }),
  ),
});

export const OrdersQuery = AsOf.extend({
  show: z.enum(['open', 'all']).default('open'),
  project: z.coerce.number().int().positive().optional(),
});
export const Orders = z.object({
  rows: z.array(
    z.object({
      ...{ id: Id, number: z.string(), kind: z.enum(ORDER_KINDS), supplier: z.string(), projects: z.array(z.string()) },
      ...{ datedOn: Day, wantedOn: Day.nullable(), version: z.int(), memo: z.string() },
      ...{ netCents: Cents, receivedCents: Cents, billedCents: Cents, accruedCents: Cents, committedCents: Cents },
    }),
  ),
  totals: z.object({ netCents: Cents, receivedCents: Cents, billedCents: Cents, committedCents: Cents }),
});

export const NextVersion = z.object({ sheet: z.discriminatedUnion('kind', [OrderSheet, SubcontractSheet]) });

/** Closes what is open of an order. Of a day in a locked month it counts from the first open day, once that is accepted. */
export const OrderClosing = z.strictObject({
  datedOn: Typed,
  reason: Typed,
  acceptWarnings: z.boolean().default(false),
});

// One a line.
// prettier-ignore
export const ORDER_ENDPOINTS = {
  orders: { method: 'get', path: '/orders', may: 'read-books', summary: 'Orders and subcontracts with what became of them', query: OrdersQuery, response: Orders, reads: ['ledger', 'records'] },
  order: { method: 'get', path: '/orders/{id}', may: 'read-books', summary: 'One order: its lines, its versions, what was received and billed of it', params: ById, response: OrderDetail, reads: ['ledger', 'records'] },
  nextVersion: { method: 'get', path: '/orders/{id}/sheet', may: 'keep-books', summary: 'The sheet that an order is changed on', params: ById, response: NextVersion, reads: ['ledger', 'records'] },
  closeOrder: { method: 'post', path: '/orders/{id}/closing', may: 'keep-books', summary: 'Close an order short: nothing more is expected of it', params: ById, body: OrderClosing, response: Posted, makesStale: ['ledger'] },
  supplierDeposit: { method: 'post', path: '/supplier-deposits', may: 'keep-books', summary: 'Pay a deposit to a supplier, to be used up by later bills', body: SupplierDepositForm, response: Posted, makesStale: ['ledger'] },
  retentionRelease: { method: 'post', path: '/retention-releases', may: 'keep-books', summary: 'Release what was withheld of a subcontract', body: RetentionReleaseForm, response: Posted, makesStale: ['ledger'] },
  ordersThere: { method: 'post', path: '/orders-there', may: 'keep-books', summary: 'Orders that a sheet is read against', body: OrdersThereQuery, response: OrdersThere, reads: ['ledger'] },
} as const satisfies Endpoints;
