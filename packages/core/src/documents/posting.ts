import type { IsoDate } from '../calendar/iso-date.ts';
import type { PartyId, ProjectId } from '../ledger/ids.ts';
import type { JournalEntry } from '../ledger/journal-entry.ts';
import type { Cents } from '../money/cents.ts';
import type { Effect } from './effect.ts';
import type { DocumentKind } from './kinds.ts';

/** A document with the entries it posts. It has its own date; its entries have the days they post on. */
export interface Posting {
  readonly kind: DocumentKind;
  /** Null: the next of its kind's series. */
  readonly number: string | null;
  readonly party: PartyId | null;
  readonly project: ProjectId | null;
  readonly datedOn: IsoDate;
  readonly dueOn: IsoDate | null;
  /** Of a document without entries: the first open day from its own on. */
  readonly countsOn?: IsoDate;
  readonly gross: Cents;
  readonly memo: string;
  /** The document as entered, kept as JSON. */
  readonly body: unknown;
  readonly entries: readonly JournalEntry[];
  /** What it leaves beside its entries. */
  readonly effects: readonly Effect[];
}
