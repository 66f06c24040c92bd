import express, { type NextFunction, type Request, type Response } from 'express';
import { problem, sendProblem } from './problem-details.ts';

const MOST_BYTES = '6mb';
/** Of an order that brings a file: 20 MB of bytes are 27 of Base64. */
const MOST_BYTES_WITH_FILE = '29mb';
const WITH_FILE = '/attachments';
/** No shape of ours is nested deeper than this by far. */
const MOST_NESTED = 32;

/** What is wrong with a body; the status is what the client got wrong. */
class BodyRefused extends Error {
  readonly status = 400;
}

/** Reads JSON of limited size and depth, and nothing else. */
export function jsonBody(mayBringFile: (req: Request) => Promise<boolean>) {
  const reader = (limit: string) => express.json({ limit, verify: (_req, _res, bytes) => refuseDeep(bytes) });
  const [read, readWithFile] = [reader(MOST_BYTES), reader(MOST_BYTES_WITH_FILE)];
  return (req: Request, res: Response, next: NextFunction): void => {
    const hasBody = Number(req.get('content-length') ?? 0) > 0 || req.get('transfer-encoding') !== undefined;
    if (hasBody && !req.is('json')) {
      const detail = 'The body is of another kind than JSON. Send it with Content-Type: application/json.';
      sendProblem(res, problem(415, 'Unsupported media type', detail));
      return;
    }
    if (!req.path.endsWith(WITH_FILE)) read(req, res, next);
    // Nothing large is read for somebody who may not bring it.
    else void mayBringFile(req).then((may) => (may ? readWithFile : read)(req, res, next), next);
  };
}

const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [0x22, 0x5c, 0x5b, 0x5d, 0x7b, 0x7d];

/** Counts brackets outside of strings: what is nested thousands deep would overflow whoever walks it. */
function refuseDeep(bytes: Buffer): void {
  let [depth, quoted] = [0, false];
  for (let at = 0; at < bytes.length; at += 1) {
    const byte = bytes[at];
    if (quoted) {
      if (byte === BACKSLASH) at += 1;
      else if (byte === QUOTE) quoted = false;
    } else if (byte === QUOTE) quoted = true;
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) depth += 1;
    else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth -= 1;
    if (depth > MOST_NESTED) throw new BodyRefused('nested too deep');
  }
}
