import { wrap, type Remote } from 'comlink';
import type { RangeBasis, RangeSheet } from '@lowtide/core/what-if/read-ranges.ts';
import type { RangeReading, RangeReadings } from './range-worker.ts';

export interface RangeReader {
  readonly read: (sheet: RangeSheet, basis: RangeBasis) => Promise<RangeReading>;
  readonly stop: () => void;
}

/** Draws beside the page, so that ten thousand of them never hold up typing. */
export function rangeReader(): RangeReader {
  const worker = new Worker(new URL('./range-worker.ts', import.meta.url), { type: 'module' });
  const remote: Remote<RangeReadings> = wrap(worker);
  return { read: async (sheet, basis) => remote.rangeReading(sheet, basis), stop: () => worker.terminate() };
}
