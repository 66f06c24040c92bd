import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { Request } from 'express';
import type { FileAddress } from '@lowtide/core/wire/files.ts';
import type { EndpointName } from '@lowtide/core/wire/endpoints.ts';
import type { Books } from '../database/open.ts';
import type { Actor } from './actor.ts';
import type { MadeFile } from './made-file.ts';
import type { LongOrders } from './long-orders.ts';
import type { Keeping } from '../keeping/kept-by-project-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { EffectStores, PostingStamp } from '../effects/effect-store.ts';

/** Where time comes from: the one place that is asked for it. */
export interface Clock {
  /** The moment, in milliseconds since 1970. */
  readonly now: () => number;
  /** The moment that clocks outside show, such as a phone's, whatever day the books are told. */
  readonly outside: () => number;
  /** The day the user lives in. */
  readonly today: () => IsoDate;
  /** The last moment of a day where the user lives, in milliseconds since 1970. */
  readonly endOf: (day: IsoDate) => number;
}

/** What routes work with. */
export interface Context {
  readonly books: Books;
  readonly clock: Clock;
  /** What the one is called who uses books without people. */
  readonly user: string;
  /** Everybody at the machine may act as anybody. */
  readonly demo: boolean;
  /** What the first person types from another machine; empty where nobody may. */
  readonly serverCode: string;
  /** Who asks; null where one must sign in first. */
  readonly whoAsks: (req: Request) => Promise<Actor | null>;
  readonly longOrders: LongOrders;
  /** How what documents leave beside their entries is written. */
  readonly effects: EffectStores;
  /** What was worked out of every project and is kept in memory. */
  readonly keeping: Keeping;
  /** How each reading endpoint answers, filled as routes register; files say the same as screens by asking here. */
  readonly answers: Map<EndpointName, Answering>;
  /** How each file is written, by its path. */
  readonly files: Map<string, { readonly address: FileAddress; readonly filing: Filing<unknown> }>;
  /** Where what takes long is read beside everything else; left out, it is read where all is. */
  readonly apart?: Apart;
  /** How each writing endpoint is done within a transaction, filled likewise; bulk loads do many in one. */
  readonly orders: Map<EndpointName, Ordering>;
}

/** Who records, from where, when, and on which day it is. */
export interface Acting extends PostingStamp {
  readonly today: IsoDate;
  /** Null for a bulk load, and where nobody is signed in. */
  readonly actor: Actor | null;
}

/** Who reads, and on which day. */
export interface Asking {
  /** Null where nobody is signed in; only where anyone may. */
  readonly actor: Actor | null;
  /** Whether they ask from the machine itself. */
  readonly atTheMachine: boolean;
  readonly today: IsoDate;
}

/** How a writing endpoint does what was parsed for it. */
export type Ordering = (trx: Trx, asked: unknown, acting: Acting) => Promise<unknown>;

/** A question of the API with what was parsed for it. */
export interface Question {
  readonly name: EndpointName;
  readonly asked: unknown;
  readonly asking: Asking;
}

/** A file that somebody asks for. */
export interface FileWanted extends FileAsked {
  readonly path: string;
  readonly actor: Actor | null;
}

export type FileAsked = Pick<Request, 'params' | 'query'>;

/** How a file is read from the books and then written. */
export interface Filing<Content> {
  readonly read: (trx: Db, asked: FileAsked) => Promise<Content>;
  readonly made: (content: Content) => Promise<MadeFile> | MadeFile;
}

/** What is read apart: it answers what it would answer here. */
export interface Apart {
  readonly answer: (question: Question) => Promise<string>;
  readonly file: (wanted: FileWanted) => Promise<MadeFile>;
  readonly close: () => Promise<void>;
}

/** How a reading endpoint answers what was parsed for it. */
export type Answering = (db: Db, asked: unknown, asking: Asking) => Promise<unknown>;
