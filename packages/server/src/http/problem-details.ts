import type { Response } from 'express';

/** RFC 9457 problem details. */
export interface Details {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail?: string;
  readonly requestId?: string;
  readonly problems?: readonly RemarkWithPointer[];
}

export interface RemarkWithPointer {
  readonly at: string;
  readonly pointer: string;
  readonly kind: string;
  readonly message: string;
}

/** The way to a field in what was sent, as a JSON pointer in a URI fragment (RFC 6901, 6); `#` for the whole of it. */
export function pointerTo(path: readonly PropertyKey[]): string {
  const escaped = path.map((part) => encodeURIComponent(String(part).replace(/~/g, '~0').replace(/\//g, '~1')));
  return ['#', ...escaped].join('/');
}

export function sendProblem(res: Response, details: Details): void {
  res.status(details.status).type('application/problem+json').send(JSON.stringify(details));
}

/** A problem of the request as a whole. */
export function problem(status: number, title: string, detail: string): Details {
  const problems = [{ at: '', pointer: pointerTo([]), kind: 'request', message: detail }];
  return { type: 'about:blank', title, status, detail, problems };
}
