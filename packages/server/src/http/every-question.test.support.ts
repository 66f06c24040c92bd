import type { Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { z } from 'zod';

/** What to put where an address needs a value, by the name of the value; of a path by the endpoint, then the name. */
export interface Samples {
  readonly query: Readonly<Record<string, string>>;
  readonly params: Readonly<Partial<Record<EndpointName, Readonly<Record<string, string>>>>>;
  /** For paths that are not named above. */
  readonly id: string;
}

export interface SampleQuestion {
  readonly name: EndpointName;
  /** Below `/api`. */
  readonly address: string;
}

/** Every address of the API that is asked with GET, each with what it needs; a new one is among them by itself. */
export function everyQuestion(samples: Samples): readonly SampleQuestion[] {
  return (Object.keys(ENDPOINTS) as EndpointName[]).flatMap((name) => {
    const endpoint: Endpoint = ENDPOINTS[name];
    if (endpoint.method !== 'get') return [];
    const own = samples.params[name] ?? {};
    const path = endpoint.path.replace(/\{(\w+)\}/g, (_, key: string) => encodeURIComponent(own[key] ?? samples.id));
    const query = neededBy(endpoint).map((key) => {
      const value = own[key] ?? samples.query[key];
      if (value === undefined) throw new Error(`no sample of ${key}, which ${name} needs`);
      return `${key}=${encodeURIComponent(value)}`;
    });
    return [{ name, address: query.length === 0 ? path : `${path}?${query.join('&')}` }];
  });
}

/** The keys that a question cannot do without. */
function neededBy({ query }: Endpoint): readonly string[] {
  if (query === undefined) return [];
  const { required = [] } = z.toJSONSchema(query, { io: 'input', unrepresentable: 'any' });
  return required;
}
