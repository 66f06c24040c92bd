import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { EndpointName } from '@lowtide/core/wire/endpoints.ts';
import type { Books } from '../database/open.ts';
import type { Db } from '../database/schema.ts';

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
  /** How each reading endpoint answers, filled as routes register; files say the same as screens by asking here. */
  readonly answers: Map<EndpointName, Answering>;
}

/** How a reading endpoint answers what was parsed for it. */
export type Answering = (db: Db, asked: never, today: IsoDate) => Promise<unknown>;
