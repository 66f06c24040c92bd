import type { CodingColumns } from './coding-columns.ts';
import type { Generated } from 'kysely';

interface OfOrderLine {
  id: Generated<number>;
  document_id: number;
  order_line_id: number;
  quantity_e4: number;
  net_cents: number;
}

/** Orders, what was received and billed of them, and what was withheld from suppliers. */
export interface OrderTables {
  /** The document that placed an order, and each that changed it. */
  order_version: {
    document_id: number;
    order_id: number;
    version: number;
    retention_millionths: number;
    deliver_to: string;
    /** 1: nothing more is expected of the order. */
    closes: number;
  };
  /** Where the cost of a line belongs: to a project, or to an account. */
  order_line: CodingColumns & {
    id: Generated<number>;
    order_id: number;
    place: number;
    account_id: number | null;
  };
  /** What a version adds to a line, and what it says of it from then on. */
  ordered: OfOrderLine & {
    cost_cents: number;
    price_e4: number;
    unit: string;
    text: string;
    tax_code_id: number | null;
    wanted_on: number | null;
  };
  /** With what was accrued of it: so much of the line, and its cost. */
  received: OfOrderLine & { accrued_measure: number; accrued_cents: number };
  billed: OfOrderLine & { cost_cents: number };
  /** What a bill took over of a receipt, and the day the accrual is taken back. */
  taken_over: {
    id: Generated<number>;
    document_id: number;
    order_line_id: number;
    received_id: number;
    measure: number;
    cost_cents: number;
    taken_on: number;
  };
  /** Withheld from a supplier; what was released is negative. */
  retained: {
    id: Generated<number>;
    document_id: number;
    party_id: number;
    order_id: number | null;
    amount_cents: number;
    project_id: number | null;
  };
}
