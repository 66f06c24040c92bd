import type { z } from 'zod';

/**
 * What an answer may be about. An order says which of these it makes stale; whoever keeps answers asks again for those that read
 * one of them, and for nothing else.
 */
export const TOPICS = ['ledger', 'plans', 'estimates', 'drafts', 'records', 'months', 'views'] as const;
export type Topic = (typeof TOPICS)[number];

/** One question or order of the HTTP API. Orders also take an `Idempotency-Key` header. */
export interface Endpoint {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below `/api`, with `{name}` for parameters. */
  readonly path: string;
  readonly summary: string;
  readonly params?: z.ZodType;
  readonly query?: z.ZodType;
  readonly body?: z.ZodType;
  readonly response: z.ZodType;
  /** Of a question: what its answer is about. */
  readonly reads?: readonly Topic[];
  /** Of an order: what it changes. */
  readonly makesStale?: readonly Topic[];
}

export type Endpoints = Readonly<Record<string, Endpoint>>;
