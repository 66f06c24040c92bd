import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { DocumentKind } from '@lowtide/core/documents/kinds.ts';
import type { Role } from '@lowtide/core/ledger/account.ts';
import type { Line } from '@lowtide/core/ledger/journal-entry.ts';
import type { EffectKind, EffectOf } from '@lowtide/core/documents/effect.ts';
import type { DocumentId, PartyId } from '@lowtide/core/ledger/ids.ts';
import type { TieOutName } from '@lowtide/core/ledger/tie-out.ts';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Schema, Sql, Trx } from '../database/schema.ts';

/** Who posts, when, and how what documents leave is written. */
export interface PostingStamp extends Stamp {
  readonly effects: EffectStores;
}

/** A posted document, as its effects are written. */
export interface PostedDocument {
  readonly id: DocumentId;
  readonly party: PartyId | null;
}

/** What a document posted, for stores that keep something of every document. */
export interface PostedLines extends PostedDocument {
  readonly kind: DocumentKind;
  readonly reverses: DocumentId | null;
  readonly lines: readonly {
    readonly id: number;
    readonly postedOn: IsoDate;
    readonly role: Role | null;
    readonly line: Line;
  }[];
}

/** Rows recorded since a mark, of the days that are looked at. */
export interface TieLook {
  /** The last row before the mark, of a table. */
  readonly after: (table: keyof Schema) => number;
  readonly from: number;
  readonly through: number;
}

/** What a store's rows add to a side of a tie-out; what the other side is made of where that is no balance of an account. */
export interface TieSides {
  readonly one: Sql;
  readonly other?: Sql;
}

/** A balance, and the query of the rows it is worked out from anew: the columns of its key and amounts are the same in both. */
export interface Balance {
  readonly title: string;
  readonly kept: Sql;
  readonly worked: Sql;
  readonly key: string;
  readonly amounts: readonly string[];
}

/** How one kind of effect is written and taken back, and what it must tie to. */
export interface EffectStore<K extends EffectKind> {
  /** Writes it within the posting's transaction. Throws `Refusal`. */
  readonly write: (trx: Trx, document: PostedDocument, effect: EffectOf<K>, stamp: PostingStamp) => Promise<void>;
  /** Asked of every document once it is posted with its effects. */
  readonly posted?: (trx: Trx, posted: PostedLines, stamp: PostingStamp) => Promise<void>;
  /** Throws `Refusal` while something rests on what a document left. Asked of every document that is taken back. */
  readonly refuseReversal?: (trx: Trx, document: number) => Promise<void>;
  /** Undoes what turned entries do not: asked of every document that was taken back, with what took it back. */
  readonly undo?: (trx: Trx, document: number, by: number) => Promise<void>;
  /** The last day on which a document did something beside its entries, as a number; null where it did not. */
  readonly lastDay?: (db: Db, document: number) => Promise<number | null>;
  /** A query of the column `project_id`: the projects that documents moved beside their lines. They are told as a query of numbers. */
  readonly projectsOf?: (documents: Sql) => Sql;
  /** The tables whose rows tie-outs add up. Their numbers only rise. */
  readonly tables?: readonly (keyof Schema)[];
  /** Sums of its rows that are kept up with each posting. */
  readonly balances?: readonly Balance[];
  readonly ties?: (look: TieLook) => { readonly [N in TieOutName]?: TieSides };
}

/** The store of every kind of effect. */
export type EffectStores = { readonly [K in EffectKind]: EffectStore<K> };

/** Those of them that have something to say to a question. */
export function having<N extends keyof EffectStore<EffectKind>>(
  stores: EffectStores,
  name: N,
): readonly NonNullable<EffectStore<EffectKind>[N]>[] {
  return Object.values(stores).flatMap((store) => {
    const said = (store as EffectStore<EffectKind>)[name];
    return said === undefined ? [] : [said];
  });
}
