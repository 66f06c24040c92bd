import type { IsoDate } from '../calendar/iso-date.ts';
import type { DocumentId, PartyId } from '../ledger/ids.ts';
import type { ProjectPart } from '../ledger/project-parts.ts';
import type { Cents } from '../money/cents.ts';

/** An invoice a client has not paid yet, or has paid in part. */
export interface OpenReceivable {
  readonly id: DocumentId;
  readonly number: string;
  readonly client: PartyId;
  readonly datedOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly open: Cents;
  /** Of the whole document, and its tax. */
  readonly gross: Cents;
  readonly tax: Cents;
  /** What is open of it, by project. */
  readonly parts: readonly ProjectPart[];
}

/** Those due first come first; of one day in the order they were recorded. */
export function byDueDay(receivables: readonly OpenReceivable[]): readonly OpenReceivable[] {
  return receivables.toSorted((one, other) =>
    one.dueOn === other.dueOn ? one.id - other.id : one.dueOn < other.dueOn ? -1 : 1,
  );
}
