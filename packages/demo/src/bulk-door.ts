import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { handlers } from '@lowtide/server/app.ts';
import type { Books } from '@lowtide/server/database/open.ts';
import { parsed } from '@lowtide/server/http/api.ts';
import { keepsWithin } from '@lowtide/server/keeping/kept-by-project-queries.ts';
import { Refusal } from '@lowtide/server/http/refusal.ts';
import { stamp } from '@lowtide/server/http/stamp-queries.ts';
import { demoClock, type FrontDoor } from './front-door.ts';

/**
 * The same endpoints with the same checks and the same entries in the audit log, done one after the other in one transaction a day: without
 * HTTP, idempotency records and a wait for the disk at each of them.
 */
export async function openBulkDoor(books: Books, user: string, firstDay: IsoDate): Promise<FrontDoor> {
  const clock = demoClock(firstDay);
  const context = handlers({ books, clock, user, demo: true });
  const actor = { id: null, name: user, role: 'administrator', from: '', session: null, readsOnly: false } as const;
  const begin = async () => {
    const begun = await books.writer.startTransaction().execute();
    keepsWithin(begun, context.keeping, { stores: true, effects: context.effects });
    return begun;
  };
  let trx = await begin();
  const done = async <T>(method: string, path: string, body: unknown): Promise<T> => {
    const { name, endpoint, params, query } = endpointAt(method, path);
    const asked = parsed<EndpointName>(endpoint, { params, query, body });
    const [answer, order] = [context.answers.get(name), context.orders.get(name)];
    try {
      if (answer) return (await answer(trx, asked, { actor, atTheMachine: true, today: clock.today() })) as T;
      if (!order) throw new Error(`${name} has no handler`);
      const { at, by } = await stamp(trx, clock.now(), actor);
      return (await order(trx, asked, { at, by, today: clock.today(), actor: null, effects: context.effects })) as T;
    } catch (error) {
      const told = error instanceof Refusal ? JSON.stringify(error.problems.slice(0, 5)) : '';
      throw new Error(`${method} ${path} on ${clock.today()} ${told}`, { cause: error });
    }
  };
  return {
    today: clock.today,
    setToday: async (day) => {
      await trx.commit().execute();
      trx = await begin();
      clock.setToday(day);
    },
    ask: (path) => done('GET', path, undefined),
    order: done,
    close: async () => {
      await trx.commit().execute();
    },
  };
}

interface Addressed {
  readonly name: EndpointName;
  readonly endpoint: Endpoint;
  readonly params: Record<string, string>;
  readonly query: Record<string, string>;
}

const BY_SHAPE = Object.entries(ENDPOINTS).map(([name, endpoint]) => ({
  name: name as EndpointName,
  endpoint: endpoint as Endpoint,
  pattern: new RegExp(`^${endpoint.path.replace(/\{(\w+)\}/g, '(?<$1>[^/]+)')}$`),
}));

/** The endpoint of an address, as the router of the server finds it. */
function endpointAt(method: string, address: string): Addressed {
  const { pathname, searchParams } = new URL(address, 'http://books.local');
  for (const { name, endpoint, pattern } of BY_SHAPE) {
    const found = pattern.exec(pathname);
    if (endpoint.method !== method.toLowerCase() || !found) continue;
    return { name, endpoint, params: { ...found.groups }, query: Object.fromEntries(searchParams) };
  }
  throw new Error(`${method} ${address} is no endpoint`);
}
