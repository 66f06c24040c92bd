import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from 'zod-openapi';
import type { ZodObject } from 'zod';
import type { Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { PERMISSIONS } from '@lowtide/core/people/roles.ts';
import { ENDPOINTS } from '@lowtide/core/wire/endpoints.ts';
import { ProblemDetails } from '@lowtide/core/shapes/values.ts';

/** The OpenAPI 3.1 document of the API, made from the very shapes that requests are parsed with. */
export function openApiDocument() {
  const paths: Record<string, Record<string, ZodOpenApiOperationObject>> = {};
  for (const [name, endpoint] of Object.entries(ENDPOINTS)) {
    const path = (paths[`/api${endpoint.path}`] ??= {});
    path[endpoint.method] = operation(name, endpoint);
  }
  return createDocument({
    openapi: '3.1.1',
    info: { title: 'Lowtide', version: '1', description: 'Project books: the API behind every screen.' },
    paths: paths as ZodOpenApiPathsObject,
  });
}

function operation(
  name: string,
  { method, summary, params, query, body, response, reads, isKeyless, may }: Endpoint,
): ZodOpenApiOperationObject {
  const problem = { description: 'Refused', content: { 'application/problem+json': { schema: ProblemDetails } } };
  const key = { name: 'Idempotency-Key', in: 'header' as const, required: true, schema: { type: 'string' as const } };
  const asks = reads !== undefined || isKeyless === true;
  return {
    operationId: name,
    summary,
    description: `For ${PERMISSIONS[may].join(', ')}.`,
    requestParams: {
      ...(params === undefined ? {} : { path: params as ZodObject }),
      ...(query === undefined ? {} : { query: query as ZodObject }),
    },
    ...(asks ? {} : { parameters: [key] }),
    ...(body === undefined
      ? {}
      : { requestBody: { required: true, content: { 'application/json': { schema: body } } } }),
    responses: {
      [method === 'post' && !asks ? '201' : '200']: {
        description: 'Done',
        content: { 'application/json': { schema: response } },
      },
      default: problem,
    },
  };
}
