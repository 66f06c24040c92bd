import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { EndpointName } from '@lowtide/core/wire/endpoints.ts';
import type { Books } from '../database/open.ts';
import type { Keeping } from '../projects/kept-by-project-queries.ts';
import type { Db, Trx } from '../database/schema.ts';

/** Where time comes from: the one place that is asked for it. */
export interface Clock {
  /** The moment, in milliseconds since 1970. */
  readonly now: () => number;
  /** The day the user lives in. */
  readonly today: () => IsoDate;
  /** The last moment of a day where the user lives, in milliseconds since 1970. */
  readonly endOf: (day: IsoDate) => number;
}

/** What routes work with. */
export interface Context {
  readonly books: Books;
  readonly clock: Clock;
  /** Who acts. Signing in will set it per request; until then it is one person, set at the start. */
  readonly user: string;
  /** What was worked out of every project and is kept in memory. */
  readonly keeping: Keeping;
  /** How each reading endpoint answers, filled as routes register; files say the same as screens by asking here. */
  readonly answers: Map<EndpointName, Answering>;
  /** How each writing endpoint is done within a transaction, filled likewise; bulk loads do many in one. */
  readonly orders: Map<EndpointName, Ordering>;
}

/** Who records, when, and on which day it is. */
export interface Acting {
  readonly at: number;
  readonly by: string;
  readonly today: IsoDate;
}

/** How a writing endpoint does what was parsed for it. */
export type Ordering = (trx: Trx, asked: unknown, acting: Acting) => Promise<unknown>;

/** How a reading endpoint answers what was parsed for it. */
export type Answering = (db: Db, asked: unknown, today: IsoDate) => Promise<unknown>;
