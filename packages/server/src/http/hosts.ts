import type { NextFunction, Request, Response } from 'express';
import { problem, sendProblem } from './problem-details.ts';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/**
 * Answers only requests to a name the server is known by, so that no page elsewhere can point a name of its own here and read the
 * books; and changes nothing on the word of a page from elsewhere. `names` are those beside the machine's own loopback names.
 */
export function knownHosts(names: readonly string[]) {
  const given = names.map((name) => name.toLowerCase());
  const known = new Set([...LOOPBACK, ...given]);
  return (req: Request, res: Response, next: NextFunction): void => {
    const host = req.get('host') ?? '';
    if (!known.has(nameOf(host))) {
      const detail =
        'The server is not known by this name. Use the address it printed, or name this one in LOWTIDE_HOSTS and start it again.';
      sendProblem(res, problem(421, 'Misdirected request', detail));
      return;
    }
    if (req.method !== 'GET' && req.method !== 'HEAD' && isFromElsewhere(req, [host, ...given])) {
      const detail = 'This was sent by a page of another site. Open Lowtide by its own address and do it there.';
      sendProblem(res, problem(403, 'Foreign origin', detail));
      return;
    }
    next();
  };
}

/** A host without its port. */
function nameOf(host: string): string {
  return host.replace(/:\d{1,5}$/, '').toLowerCase();
}

/** Browsers say where a page is from; scripts say nothing. `own` are the hosts of our own pages. */
function isFromElsewhere(req: Request, own: readonly string[]): boolean {
  const origin = req.get('origin');
  if (origin !== undefined) return !URL.canParse(origin) || !own.includes(new URL(origin).host);
  return req.get('sec-fetch-site') === 'cross-site';
}
