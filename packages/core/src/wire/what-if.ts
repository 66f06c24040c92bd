import { z } from 'zod';
import { AsOf } from '../shapes/values.ts';
import type { Endpoints } from './endpoint.ts';
import { Position } from './position.ts';

/** Contracts that are under way, where they stand; what a what-if is worked out from, by the code that recognizes revenue. */
export const WhatIfBasis = z.object({
  /** Decimals of percent complete that the company keeps; null keeps the exact ratio. */
  kept: z.int().nullable(),
  positions: z.array(Position),
});

// One a line.
// prettier-ignore
export const WHAT_IF_ENDPOINTS = {
  whatIf: { method: 'get', path: '/what-if', may: 'read-books', summary: 'Contracts under way, where they stand: what a what-if begins with', query: AsOf, response: WhatIfBasis, reads: ['ledger', 'plans', 'records', 'estimates'] },
} as const satisfies Endpoints;
