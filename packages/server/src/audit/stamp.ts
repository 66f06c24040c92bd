import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';

/** Who records, and when. */
export interface Stamp {
  readonly at: number;
  readonly by: string;
  /** The network address they record from. */
  readonly from?: string;
  /** The day it is where they are. */
  readonly today?: IsoDate;
}
