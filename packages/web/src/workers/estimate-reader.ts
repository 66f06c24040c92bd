import { wrap, type Remote } from 'comlink';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import type { EstimateReading, estimateReading } from './estimate-worker.ts';

export interface EstimateReader {
  readonly read: (sheet: EstimateSheet, basis: EstimateBasis) => Promise<EstimateReading>;
  readonly stop: () => void;
}

/** Reads estimates beside the page, so that a long sheet never holds up typing. */
export function estimateReader(): EstimateReader {
  const worker = new Worker(new URL('./estimate-worker.ts', import.meta.url), { type: 'module' });
  const remote: Remote<{ estimateReading: typeof estimateReading }> = wrap(worker);
  return { read: (sheet, basis) => remote.estimateReading(sheet, basis), stop: () => worker.terminate() };
}
