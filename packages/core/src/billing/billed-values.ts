import type { DocumentId } from '../ledger/ids.ts';
import type { Cents } from '../money/cents.ts';

/** What a document does to a line of a schedule of values; below zero where it takes back. */
export interface BilledValue {
  /** The invoice it is of; `itself` where the document is that invoice. */
  readonly invoice: DocumentId | 'itself';
  /** Null for what is on no schedule. */
  readonly line: number | null;
  readonly work: Cents;
  readonly stored: Cents;
  readonly withheld: Cents;
  readonly released: Cents;
}
