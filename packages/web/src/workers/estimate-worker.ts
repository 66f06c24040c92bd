import { expose } from 'comlink';
import { followedCells, type FollowedCells } from '@lowtide/core/estimate/followed-cells.ts';
import { estimateTotals, type EstimateTotals } from '@lowtide/core/estimate/estimate-totals.ts';
import { clientLines, type ClientLine } from '@lowtide/core/estimate/client-lines.ts';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { readEstimate, type EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { wording } from '@lowtide/core/problems/wording.ts';

/** What a sheet comes to, as the page shows it. */
export interface EstimateReading {
  /** By row: what its untyped cells say. */
  readonly follows: ReadonlyMap<number, FollowedCells>;
  readonly totals: EstimateTotals;
  readonly client: readonly ClientLine[];
  readonly problems: readonly { readonly at: string; readonly kind: string; readonly message: string }[];
  /** Rows with something in them that cannot be read, and so count for nothing yet. */
  readonly unread: number;
}

/** Reads a sheet by the code that approves it. */
export function estimateReading(sheet: EstimateSheet, basis: EstimateBasis): EstimateReading {
  const { lines, problems } = readEstimate(sheet, basis);
  return {
    follows: new Map(lines.map((line) => [line.place, followedCells(line)])),
    totals: estimateTotals(lines),
    client: clientLines(lines),
    problems: problems.map((problem) => ({ at: problem.at, kind: problem.kind, message: wording(problem) })),
    unread: new Set(problems.map(({ at }) => at.split('/')[1])).size,
  };
}

expose({ estimateReading });
