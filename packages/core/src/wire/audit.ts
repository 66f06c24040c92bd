import { z } from 'zod';
import { TOPICS, type Endpoints } from './endpoint.ts';
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

/** All but what is only kept for one's own screen. */
const AUDITED = TOPICS.filter((topic) => !['views', 'layouts', 'progress'].includes(topic));

// One a line.
// prettier-ignore
export const AUDIT_ENDPOINTS = {
  auditLog: { method: 'get', path: '/audit-log', may: 'keep-books', summary: 'What was done to the books', query: AuditQuery, response: AuditLog, reads: AUDITED },
} as const satisfies Endpoints;
