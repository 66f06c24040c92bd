import type { IsoDate } from '../calendar/iso-date.ts';
import type { DocumentId, OrderLineId, ProjectId, TaxCodeId } from '../ledger/ids.ts';
import type { Cents } from '../money/cents.ts';
import type { Rate } from '../money/quantity.ts';
import type { Taken } from './accrual.ts';
import type { Accrual, OrderTarget, Part } from './order-line.ts';

/** A version of an order. */
export interface OrderVersion {
  /** The order it changes; null for a new one. */
  readonly order: DocumentId | null;
  readonly version: number;
  readonly retentionMillionths: number;
  /** Empty: the site of its first project. */
  readonly deliverTo: string;
  /** Nothing more is expected of the order. */
  readonly closes: boolean;
}

/** What a version makes of a line. */
export interface OrderedLine {
  /** Null for a new line. */
  readonly line: OrderLineId | null;
  readonly place: number;
  readonly target: OrderTarget;
  /** What is ordered more than before; less is negative. */
  readonly change: Part & { readonly cost: Cents };
  readonly price: Rate;
  readonly unit: string;
  readonly text: string;
  readonly taxCode: TaxCodeId | null;
  readonly wantedOn: IsoDate | null;
}

export interface ReceivedLine {
  readonly line: OrderLineId;
  readonly part: Part;
  /** What it puts on the project before its bill; null where that is nothing. */
  readonly accrued: Accrual | null;
}

export interface BilledLine {
  readonly line: OrderLineId;
  readonly part: Part;
  readonly cost: Cents;
  /** What the bill takes over of receipts. */
  readonly taken: readonly Taken[];
}

export interface Retained {
  readonly order: DocumentId | null;
  /** Withheld; what is released is negative. */
  readonly amount: Cents;
}

/** What is withheld, by the project it is withheld of; null for the company's own. */
export interface RetainedPart extends Retained {
  readonly project: ProjectId | null;
}
