import { z } from 'zod';
import type { Endpoints } from './endpoint.ts';
import { Done } from '../shapes/values.ts';

/** An order that takes long, named by the key it was sent with. */
const OrderParams = z.strictObject({ key: z.string().min(1).max(100) });

/** How far it is; null where no such order is under way. */
export const Progress = z.object({ underWay: z.object({ done: z.int(), of: z.int() }).nullable() });

// One a line.
// prettier-ignore
export const PROGRESS_ENDPOINTS = {
  progress: { method: 'get', path: '/progress/{key}', may: 'own-account', summary: 'How far an order is that takes long', params: OrderParams, response: Progress, reads: ['progress'] },
  stopOrder: { method: 'delete', path: '/progress/{key}', may: 'own-account', summary: 'Stop an order that takes long: nothing of it is kept', params: OrderParams, response: Done, isKeyless: true, isUnaudited: true, makesStale: ['progress'] },
} as const satisfies Endpoints;
