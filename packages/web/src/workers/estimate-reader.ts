import { wrap, type Remote } from 'comlink';
import type { EstimateRow, EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import type { EstimateReading, EstimateReadings } from './estimate-worker.ts';

export interface EstimateReader {
  /** One after the other: each is told as what changed since the one before. */
  readonly read: (sheet: EstimateSheet, basis: EstimateBasis) => Promise<EstimateReading>;
  readonly stop: () => void;
}

/** Reads estimates beside the page, so that a long sheet never holds up typing. */
export function estimateReader(): EstimateReader {
  const worker = new Worker(new URL('./estimate-worker.ts', import.meta.url), { type: 'module' });
  const remote: Remote<EstimateReadings> = wrap(worker);
  let sent: readonly EstimateRow[] = [];
  let known: EstimateBasis | null = null;
  return {
    read: async ({ usualMarkup, rows }, basis) => {
      const changed = new Map(rows.flatMap((row, index) => (row === sent[index] ? [] : [[index, row] as const])));
      const change = { usualMarkup, length: rows.length, rows: changed, basis: basis === known ? null : basis };
      [sent, known] = [rows, basis];
      return remote.estimateReading(change);
    },
    stop: () => worker.terminate(),
  };
}
