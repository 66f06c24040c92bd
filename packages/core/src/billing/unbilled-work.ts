import type { IsoDate } from '../calendar/iso-date.ts';
import type { EmployeeId, ProjectId } from '../ledger/ids.ts';
import type { Cents } from '../money/cents.ts';
import type { Quantity } from '../money/quantity.ts';

export const WORK_KINDS = ['hours', 'cost'] as const;

/** An hour's or a cost's work for a client, as far as it is not billed. */
export interface UnbilledWork {
  readonly id: number;
  readonly project: ProjectId;
  readonly kind: (typeof WORK_KINDS)[number];
  readonly doneOn: IsoDate;
  readonly employee: EmployeeId | null;
  /** Who worked, or what was bought. */
  readonly name: string;
  /** Its coding, as people say it. */
  readonly code: string;
  readonly quantity: Quantity;
  /** At bill rates or cost and markup; nothing where no rate holds. */
  readonly worth: Cents;
  /** What of it is neither billed nor written down; below zero where more was billed than it came to. */
  readonly left: Cents;
  /** False for hours for which no bill rate holds yet. */
  readonly isPriced: boolean;
}

/** What a document does to a piece of work: bills it, and writes the rest down, or up below zero. */
export interface BilledWork {
  readonly work: number;
  readonly billed: Cents;
  readonly writtenDown: Cents;
  readonly reason: string;
}
