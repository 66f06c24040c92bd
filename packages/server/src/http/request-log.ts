import type { Request, Response } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/** Notes that whoever asks is known by now, for the log. */
export function noteWhoAsks(res: Response, name: string | undefined): void {
  res.locals['by'] = name;
}

/**
 * Logs each request to the API: who, what, how it ended, how long it took, and its id. No query, header or body: they may hold what is
 * nobody's business, or a secret.
 */
export function requestLog(logger: Logger) {
  return pinoHttp<Request, Response>({
    logger,
    genReqId: (_req, res) => String(res.getHeader('x-request-id')),
    autoLogging: { ignore: (req) => !req.originalUrl.startsWith('/api/') },
    serializers: { req: () => undefined, res: () => undefined, err: () => undefined },
    customSuccessObject: (req, res, timed: object) => ({ ...timed, ...requestFacts(req, res) }),
    customErrorObject: (req, res, _error, timed: object) => ({ ...timed, ...requestFacts(req, res) }),
    customSuccessMessage: () => 'request',
    customErrorMessage: () => 'request',
    wrapSerializers: false,
  });
}

function requestFacts(req: Request, res: Response) {
  return {
    ...{ requestId: String(res.getHeader('x-request-id')), by: res.locals['by'] as unknown, from: req.ip },
    ...{ method: req.method, path: req.originalUrl.split('?')[0], status: res.statusCode },
  };
}
