import { z } from 'zod';
import type { Endpoints } from './endpoint.ts';
import { Id, IdText } from '../shapes/values.ts';

export const AuditQuery = z.strictObject({
  /** In what was done, to what, or its details. */
  text: z.string().max(100).default(''),
  by: z.string().max(80).default(''),
  /** Kind and number, such as `supplier 4`. */
  about: z.string().max(60).default(''),
  /** Goes on before this entry. */
  before: IdText.optional(),
});

export const AuditLog = z.object({
  /** The newest first. */
  entries: z.array(
    z.object({
      ...{ id: Id, at: z.string(), by: z.string(), origin: z.string() },
      ...{ action: z.string(), about: z.string(), subject: z.string(), detail: z.unknown() },
    }),
  ),
  more: z.boolean(),
});

// One a line.
// prettier-ignore
export const AUDIT_ENDPOINTS = {
  auditLog: { method: 'get', path: '/audit-log', may: 'keep-books', summary: 'What was done to the books', query: AuditQuery, response: AuditLog, reads: ['ledger', 'plans', 'estimates', 'records', 'months', 'people'] },
} as const satisfies Endpoints;
