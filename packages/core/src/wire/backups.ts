import { z } from 'zod';
import type { Endpoints } from './endpoint.ts';
import { Done } from '../shapes/values.ts';

export const Copies = z.object({
  /** Where they lie on the machine of the server. */
  directory: z.string(),
  /** The newest first. */
  copies: z.array(z.object({ name: z.string(), bytes: z.int(), madeAt: z.string(), isDaily: z.boolean() })),
});

// One a line.
// prettier-ignore
export const BACKUP_ENDPOINTS = {
  copies: { method: 'get', path: '/backups', may: 'run-company', summary: 'Copies of the books', response: Copies, reads: ['backups'] },
  makeCopy: { method: 'post', path: '/backups', may: 'run-company', summary: 'Make a verified copy of the books now', body: z.strictObject({}), response: Done, isKeyless: true, makesStale: ['backups'] },
} as const satisfies Endpoints;
