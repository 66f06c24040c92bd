import { parseCookie } from 'cookie';
import type { Request } from 'express';
import type { Clock } from '../http/context.ts';
import type { Actor } from '../http/actor.ts';
import { isAtTheMachine } from '../http/at-the-machine.ts';
import type { Books } from '../database/open.ts';
import { everybody, hasPeople, type Person } from './person-queries.ts';
import { digestOf } from './secrets.ts';
import { markSeen, markUsed, sessionOf, tokenOf } from './session-queries.ts';

export const SESSION_COOKIE = 'lowtide_session';
/** A session or token is marked as used at most so often. */
const MARK_EVERY_MS = 60_000;

export interface WhoAsksParts {
  readonly books: Books;
  readonly clock: Clock;
  /** What the one is called who uses books without people. */
  readonly user: string;
  /** One acts without signing in, as the first administrator or whoever was chosen. */
  readonly demo: boolean;
}

/**
 * Who asks: a script by its token, somebody by the session in their cookie. Books without people are open to whoever sits at the
 * machine itself, and so are those of the demo; nobody else.
 */
export function whoAsks({ books, clock, user, demo }: WhoAsksParts): (req: Request) => Promise<Actor | null> {
  let peopled = false;
  return async (req) => {
    const from = req.ip ?? '';
    const bearer = /^Bearer (\S+)$/.exec(req.get('authorization') ?? '')?.[1];
    if (bearer !== undefined) return byToken(bearer, { books, from, now: clock.now() });
    const secret = parseCookie(req.get('cookie') ?? '')[SESSION_COOKIE];
    const found = secret === undefined ? null : await bySession(secret, { books, from, now: clock.now() });
    if (found !== null) return found;
    if (!isAtTheMachine(req)) return null;
    peopled ||= await hasPeople(books.reader);
    if (!peopled) return { id: null, name: user, role: 'administrator', from, session: null, readsOnly: false };
    if (!demo) return null;
    const first = (await everybody(books.reader)).find(({ active, role }) => active && role === 'administrator');
    return first === undefined ? null : actorOf(first, { from, session: null, readsOnly: false });
  };
}

interface Looking {
  readonly books: Books;
  readonly from: string;
  readonly now: number;
}

async function byToken(secret: string, { books, from, now }: Looking): Promise<Actor | null> {
  const found = await tokenOf(books.reader, digestOf(secret), now);
  if (found === undefined) return null;
  if (now - found.usedAt > MARK_EVERY_MS) await marked(markUsed(books.writer, found.token, now));
  return actorOf(found.person, { from, session: null, readsOnly: found.scope === 'read' });
}

async function bySession(secret: string, { books, from, now }: Looking): Promise<Actor | null> {
  const found = await sessionOf(books.reader, digestOf(secret), now);
  if (found === undefined) return null;
  if (now - found.seenAt > MARK_EVERY_MS) await marked(markSeen(books.writer, found.session, now));
  return actorOf(found.person, { from, session: found.session, readsOnly: false });
}

/** Books that cannot be written can still be read: then the session ends earlier, for it counts from when it was last marked. */
async function marked(marking: Promise<void>): Promise<void> {
  await marking.catch(() => undefined);
}

function actorOf(
  { id, name, role }: Person,
  { from, session, readsOnly }: Pick<Actor, 'from' | 'session' | 'readsOnly'>,
): Actor {
  return { id, name, role, from, session, readsOnly };
}
