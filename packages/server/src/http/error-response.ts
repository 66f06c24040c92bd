import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import { ZodError } from 'zod';
import { SumTooLarge } from '@lowtide/core/money/cents.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { fileTrouble } from '../database/file-trouble.ts';
import { pointerTo, problem, sendProblem, type Details, type RemarkWithPointer } from './problem-details.ts';
import { Refusal, tooLargeToAddUp } from './refusal.ts';

/** The problem in words, with the field as a JSON pointer into what was sent. */
export function remark(fact: Problem): RemarkWithPointer {
  const { at, kind } = fact;
  return { at, pointer: pointerTo(at === '' ? [] : at.split('/')), kind, message: wording(fact) };
}

/** 400 for what does not parse, the refusal's own status with its problems, else 500 with an id; the stack goes to the log only. */
export function errorResponse(log: Logger) {
  return (error: unknown, req: Request, res: Response, next: NextFunction): void => {
    if (res.headersSent) {
      next(error);
      return;
    }
    const details = detailsOf(error, req.get('x-request-id') ?? String(res.getHeader('x-request-id')));
    if (details.status >= 500) log.error({ err: error, requestId: details.requestId, url: req.url }, 'request failed');
    if (error instanceof Refusal && error.retryAfter !== undefined) res.set('Retry-After', String(error.retryAfter));
    sendProblem(res, details);
  };
}

function detailsOf(error: unknown, requestId: string): Details {
  if (error instanceof Refusal) {
    const problems = error.problems.map(remark);
    const detail = problems[0]?.message ?? '';
    return { type: 'about:blank', title: 'Refused', status: error.status, detail, problems };
  }
  if (error instanceof SumTooLarge) {
    return detailsOf(tooLargeToAddUp(), requestId);
  }
  if (error instanceof ZodError) {
    const problems = error.issues.map(({ path, message }) => {
      return { at: path.join('/'), pointer: pointerTo(path), kind: 'malformed', message };
    });
    const detail = 'The request is not of the form this address takes. See problems.';
    return { type: 'about:blank', title: 'Malformed request', status: 400, detail, problems };
  }
  const status = clientErrorStatus(error);
  if (status === 413) return problem(413, 'Too large', 'The request is too large. Send less at once.');
  if (status !== undefined) {
    const message = 'The request could not be read. Send valid JSON in UTF-8.';
    const problems = [{ at: '', pointer: '#', kind: 'malformed', message }];
    return { ...problem(status, 'Malformed request', message), problems };
  }
  const trouble = fileTrouble(error);
  if (trouble !== undefined) return { ...problem(503, 'Books not available', trouble), requestId };
  const detail = 'Something broke on our side and nothing was saved. Try again; if it stays, report the request id.';
  return { type: 'about:blank', title: 'Internal error', status: 500, detail, requestId };
}

/** Body parsers put a status on what the client got wrong. */
function clientErrorStatus(error: unknown): number | undefined {
  if (typeof error !== 'object' || error === null || !('status' in error)) return undefined;
  const { status } = error;
  return typeof status === 'number' && status >= 400 && status < 500 ? status : undefined;
}
