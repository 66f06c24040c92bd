import type { DocumentId, PartyId } from '../ledger/ids.ts';
import type { Cents } from '../money/cents.ts';
import type { OrderLine } from './order-line.ts';

export const ORDER_KINDS = ['order', 'subcontract'] as const;
export type OrderKind = (typeof ORDER_KINDS)[number];

/** An order or a subcontract as its latest version has it. */
export interface Order {
  readonly id: DocumentId;
  readonly number: string;
  readonly kind: OrderKind;
  readonly supplier: PartyId;
  readonly version: number;
  readonly retentionMillionths: number;
  readonly deliverTo: string;
  /** Nothing more is expected: its latest version closed it. */
  readonly isClosed: boolean;
  /** Withheld of its bills and not released. */
  readonly retained: Cents;
  /** By place; those taken out again have nothing ordered. */
  readonly lines: readonly OrderLine[];
}
