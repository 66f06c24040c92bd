import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { useRef, useState } from 'react';
import type { z } from 'zod';
import { TOPICS, type Endpoint, type Topic } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { troubleOf, type Trouble } from './trouble.ts';

type EndpointOf<N extends EndpointName> = (typeof ENDPOINTS)[N];
type Part<E, K extends 'params' | 'query' | 'body'> =
  E extends Readonly<Record<K, infer S extends z.ZodType>>
    ? { readonly [P in K]: z.input<S> }
    : { readonly [P in K]?: undefined };

/** What an endpoint is asked with. */
export type Asked<N extends EndpointName> = Part<EndpointOf<N>, 'params'> &
  Part<EndpointOf<N>, 'query'> &
  Part<EndpointOf<N>, 'body'>;
/** What it answers, parsed. */
export type Answer<N extends EndpointName> = z.output<EndpointOf<N>['response']>;

interface Request {
  readonly name: EndpointName;
  readonly asked: { readonly params?: unknown; readonly query?: unknown; readonly body?: unknown };
  readonly key?: string;
}

/** Orders of what was looked at before; refused because the books moved, what is looked at is read again. */
const LOOKED_AT: readonly EndpointName[] = ['recognize', 'saveForecast'];

function isOutdated(name: EndpointName, error: unknown): boolean {
  return LOOKED_AT.includes(name) && troubleOf(error).status === 409;
}

const overHttp = fetchBaseQuery({ baseUrl: new URL('/api', globalThis.location.origin).href });

/** Asks over HTTP. Where the session has ended meanwhile, who is signed in is asked again, and signing in offered. */
const askedAs: typeof overHttp = async (request, api, options) => {
  const result = await overHttp(request, api, options);
  if (result.error?.status === 401) api.dispatch(booksApi.util.invalidateTags(['people']));
  return result;
};

export const booksApi = createApi({
  reducerPath: 'books',
  baseQuery: askedAs,
  tagTypes: [...TOPICS],
  endpoints: (build) => ({
    read: build.query<unknown, Request>({
      query: httpRequest,
      transformResponse: (answer, _meta, { name }) => ENDPOINTS[name].response.parse(answer),
      providesTags: (_answer, _error, { name }) => topics(name).reads,
    }),
    write: build.mutation<unknown, Request>({
      query: httpRequest,
      transformResponse: (answer, _meta, { name }) => ENDPOINTS[name].response.parse(answer),
      invalidatesTags: (_answer, error, { name }) => {
        if (error) return isOutdated(name, error) ? TOPICS : [];
        return topics(name).makesStale;
      },
    }),
  }),
});

function topics(name: EndpointName): { readonly reads: readonly Topic[]; readonly makesStale: readonly Topic[] } {
  const { reads = [], makesStale = [] }: Endpoint = ENDPOINTS[name];
  return { reads, makesStale };
}

function httpRequest({ name, asked, key }: Request) {
  const { method, path }: Endpoint = ENDPOINTS[name];
  const params = (asked.params ?? {}) as Readonly<Record<string, unknown>>;
  const query = Object.entries(asked.query ?? {}).filter(([, value]) => value !== undefined);
  return {
    url: path.replace(/\{(\w+)\}/g, (_all, parameter: string) => encodeURIComponent(String(params[parameter]))),
    method,
    params: Object.fromEntries(query),
    ...(asked.body === undefined ? {} : { body: asked.body }),
    ...(key === undefined ? {} : { headers: { 'idempotency-key': key } }),
  };
}

export interface Reading<N extends EndpointName> {
  readonly answer: Answer<N> | undefined;
  readonly trouble: Trouble | undefined;
  /** A newer answer is on its way; the one shown is of what was asked before. */
  readonly refreshing: boolean;
}

/**
 * Reads an endpoint and reads it again after every posting. `null` asks nothing. When something else is asked, the last answer goes
 * at once, so that no figure stands under another month's name; `keepLast` keeps it until the next one is there. `fresh` is for what
 * is typed into: no answer of before this page was opened is given, for more may have been typed since.
 */
export function useRead<N extends EndpointName>(
  name: N,
  asked: Asked<N> | null,
  { keepLast = false, fresh = false }: { readonly keepLast?: boolean; readonly fresh?: boolean } = {},
): Reading<N> {
  const request = { name, asked: asked ?? {} };
  const [opened] = useState(() => Date.now());
  const {
    data,
    currentData,
    error,
    isFetching,
    fulfilledTimeStamp = 0,
  } = booksApi.useReadQuery(request, {
    skip: asked === null,
    refetchOnMountOrArgChange: fresh,
  });
  const isOld = fresh && (isFetching || fulfilledTimeStamp < opened);
  const shown = isOld ? undefined : keepLast ? data : currentData;
  return {
    answer: asked === null ? undefined : (shown as Answer<N> | undefined),
    trouble: error === undefined ? undefined : troubleOf(error),
    refreshing: isFetching,
  };
}

/** Answers what is known already, and asks only where nothing is, or where it went stale; null where there is no answer. */
export function useKnown<N extends EndpointName>(name: N): (asked: Asked<N>) => Promise<Answer<N> | null> {
  const [ask] = booksApi.useLazyReadQuery();
  return async (asked) => {
    const { data, error } = await ask({ name, asked }, true);
    return error === undefined ? (data as Answer<N>) : null;
  };
}

export type Written<T> = { readonly ok: true; readonly answer: T } | { readonly ok: false; readonly trouble: Trouble };

/** Reads an endpoint once, when it is asked to. */
export function useAsk<N extends EndpointName>(name: N): (asked: Asked<N>) => Promise<Written<Answer<N>>> {
  const [ask] = booksApi.useLazyReadQuery();
  return async (asked) => {
    const { data, error } = await ask({ name, asked });
    return error === undefined ? { ok: true, answer: data as Answer<N> } : { ok: false, trouble: troubleOf(error) };
  };
}

/**
 * Orders a change. While no answer came, ordering the same again sends the same idempotency key, so that a lost connection
 * never posts twice.
 */
export function useWrite<N extends EndpointName>(
  name: N,
): readonly [(asked: Asked<N>) => Promise<Written<Answer<N>>>, { readonly busy: boolean }] {
  const [send, { isLoading }] = booksApi.useWriteMutation();
  const unanswered = useRef<{ readonly text: string; readonly key: string } | null>(null);
  const write = async (asked: Asked<N>): Promise<Written<Answer<N>>> => {
    const text = JSON.stringify(asked);
    const key = unanswered.current?.text === text ? unanswered.current.key : crypto.randomUUID();
    unanswered.current = { text, key };
    const { data, error } = await send({ name, asked, key });
    if (error === undefined) {
      unanswered.current = null;
      return { ok: true, answer: data as Answer<N> };
    }
    const trouble = troubleOf(error);
    if (trouble.answered) unanswered.current = null;
    return { ok: false, trouble };
  };
  return [write, { busy: isLoading }];
}
