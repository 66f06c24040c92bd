import { z } from 'zod';
import type { Endpoints } from './endpoint.ts';

export const Health = z.object({
  /** Whether a change would reach the disk now. */
  canWrite: z.boolean(),
});

// One a line.
// prettier-ignore
export const HEALTH_ENDPOINTS = {
  health: { method: 'get', path: '/health', may: 'anyone', summary: 'Whether the books can be read and written', response: Health, reads: ['ledger'] },
} as const satisfies Endpoints;
