import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { handlers } from '@lowtide/server/app.ts';
import type { Books } from '@lowtide/server/database/open.ts';
import type { Trx } from '@lowtide/server/database/schema.ts';
import { parsed } from '@lowtide/server/http/api.ts';
import { clock } from '@lowtide/server/http/clock.ts';

/** A request as it comes in an address and a body. */
export interface Sent {
  readonly params?: Readonly<Record<string, string>>;
  readonly body?: unknown;
}

export type Order = <T>(trx: Trx, name: EndpointName, sent: Sent) => Promise<T>;

/** Orders of the application on a day, without the way over HTTP. */
export function ordering(books: Books, today: IsoDate): Order {
  const { orders, effects } = handlers({ books, clock: clock(today), user: 'Bench' });
  const acting = { at: 1_000, by: 'Bench', today, actor: null, effects };
  return async <T>(trx: Trx, name: EndpointName, sent: Sent) => {
    const asked = parsed(ENDPOINTS[name], { params: {}, query: {}, body: undefined, ...sent });
    return (await orders.get(name)?.(trx, asked, acting)) as T;
  };
}
