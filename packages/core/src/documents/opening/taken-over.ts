import type { IsoDate } from '../../calendar/iso-date.ts';
import type { OpenItemWord, ProjectWord } from './balance-of.ts';
import type { AccountId, DocumentId, PartyId, ProjectId } from '../../ledger/ids.ts';
import type { Dimensions } from '../../ledger/journal-entry.ts';
import type { Coding } from '../../ledger/dimensions.ts';
import type { Cents } from '../../money/cents.ts';

/** What is owed to or by a party when the books begin: a document of its own, settled as any other. */
export interface OpenItem {
  readonly kind: OpenItemWord;
  readonly party: PartyId;
  readonly number: string;
  readonly datedOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly project: ProjectId | null;
  /** The subcontract that retention is withheld under. */
  readonly order: DocumentId | null;
  /** Debit positive. */
  readonly amount: Cents;
  readonly text: string;
}

/** A balance that the opening entries hold; `on` is the day it is posted. */
export type OpeningBalance = { readonly amount: Cents; readonly on: IsoDate; readonly text: string } & (
  | { readonly kind: 'account'; readonly account: AccountId; readonly dimensions: Dimensions }
  | { readonly kind: 'cost'; readonly account: AccountId; readonly coding: Coding }
  | { readonly kind: ProjectWord; readonly project: ProjectId }
);

export type TakenOver =
  { readonly is: 'open item'; readonly item: OpenItem } | { readonly is: 'balance'; readonly balance: OpeningBalance };
