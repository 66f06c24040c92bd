import type { LockedThrough } from '@lowtide/core/months/open-day.ts';
import type { Acting } from '../http/context.ts';

/** Who records, when, and which months are locked meanwhile. */
export interface Recording extends Acting {
  readonly lockedThrough: LockedThrough;
}
