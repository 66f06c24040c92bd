import { NO_SCOPE, type KindOfSheet, type SheetScope } from '../kind-of-sheet.ts';
import { ORDER_COLUMNS, SUBCONTRACT_COLUMNS, type OrderRow, type OrderSheet, type SubcontractSheet } from './form.ts';
import { readOrders } from './read.ts';

/** The suppliers and orders a sheet names. */
function namedIn(rows: readonly OrderRow[]): SheetScope {
  return {
    ...NO_SCOPE,
    suppliers: rows.map(({ supplier }) => supplier),
    orders: rows.map(({ number }) => number),
  };
}

export const ORDER_SHEET: KindOfSheet<OrderSheet> = {
  title: 'Purchase orders',
  facts: 'One row a line; the first row of an order has its head, a blank row begins the next',
  document: 'order',
  postsNothing: 'Nothing: an order commits its cost, and its bills post it.',
  rows: 'Orders',
  mostRows: 1_000,
  fields: [],
  columns: () => ORDER_COLUMNS,
  blankRowEnds: true,
  blank: () => ({ kind: 'orders', rows: [] }),
  nameOf: (_sheet, id) => `Orders ${id}`,
  scope: ({ rows }) => namedIn(rows),
  read: readOrders,
};

export const SUBCONTRACT_SHEET: KindOfSheet<SubcontractSheet> = {
  title: 'Subcontracts',
  facts: 'One row an item of the schedule of values; the first row of a subcontract has its head',
  document: 'subcontract',
  postsNothing: 'Nothing: a subcontract commits its cost, and its bills post it.',
  rows: 'Subcontracts',
  mostRows: 1_000,
  fields: [],
  columns: () => SUBCONTRACT_COLUMNS,
  blankRowEnds: true,
  blank: () => ({ kind: 'subcontracts', rows: [] }),
  nameOf: (_sheet, id) => `Subcontracts ${id}`,
  scope: ({ rows }) => namedIn(rows),
  read: readOrders,
};
