import type { z } from 'zod';
import type { Permission } from '../people/roles.ts';

/**
 * What an answer may be about. An order says which of these it makes stale; whoever keeps answers asks again for those that read
 * one of them, and for nothing else.
 */
export const TOPICS = [
  'ledger',
  'plans',
  'estimates',
  'drafts',
  'files',
  'messages',
  'recurring',
  'records',
  'months',
  'timesheets',
  'views',
  'layouts',
  'people',
  'backups',
  'progress',
] as const;
export type Topic = (typeof TOPICS)[number];

/** Where a request names a project, an estimate of one, or a figure of one. */
export type About =
  | { readonly project: `${'params' | 'query'}.${string}` }
  | { readonly estimate: 'params.id' }
  | { readonly document: 'params.id' }
  | { readonly figures: 'query.figure' | 'query.keys' };

/** One question or order of the HTTP API. Orders also take an `Idempotency-Key` header unless told otherwise. */
export interface Endpoint {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below `/api`, with `{name}` for parameters. */
  readonly path: string;
  readonly summary: string;
  /** What somebody must be allowed to do. */
  readonly may: Permission;
  /** The project it is about: what of the request names it. Somebody who leads only some projects is held to those. */
  readonly about?: About;
  readonly params?: z.ZodType;
  readonly query?: z.ZodType;
  readonly body?: z.ZodType;
  readonly response: z.ZodType;
  /** An order that may be sent again and again, or whose answer must not be kept: it takes no key. */
  readonly isKeyless?: true;
  /** Keeps what is being worked on and changes nothing that counts: no entry in the audit log. */
  readonly isUnaudited?: true;
  /** Of a question: what its answer is about. */
  readonly reads?: readonly Topic[];
  /** Of a question that may read much: it is answered apart, so that nobody else waits. */
  readonly isLong?: true;
  /** Of an order: what it changes. */
  readonly makesStale?: readonly Topic[];
}

export type Endpoints = Readonly<Record<string, Endpoint>>;
