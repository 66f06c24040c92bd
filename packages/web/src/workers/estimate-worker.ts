import { expose } from 'comlink';
import type { EstimateRow } from '@lowtide/core/estimate/estimate-sheet.ts';
import { estimateTotals, type EstimateTotals } from '@lowtide/core/estimate/estimate-totals.ts';
import { followedCells, type FollowedCells } from '@lowtide/core/estimate/followed-cells.ts';
import { readEstimate, type EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { changedCells } from './changed-cells.ts';

/** A sheet as it is handed over: what is not the same as the last time. */
export interface SheetChange {
  readonly usualMarkup: string;
  /** How many rows there are now. */
  readonly length: number;
  readonly rows: ReadonlyMap<number, EstimateRow>;
  /** Null for the same. */
  readonly basis: EstimateBasis | null;
}

/** What a sheet comes to, as the page shows it. */
export interface EstimateReading {
  /** By row: what its untyped cells say, where that is not what the reading before said; null for nothing any more. */
  readonly changed: ReadonlyMap<number, FollowedCells | null>;
  readonly totals: EstimateTotals;
  readonly problems: readonly { readonly at: string; readonly kind: string; readonly message: string }[];
  /** Rows with something in them that cannot be read, and so count for nothing yet. */
  readonly unread: number;
}

// Both sides remember what was said last: of a long sheet, only what changed goes back and forth.
let rows: readonly EstimateRow[] = [];
let basis: EstimateBasis | null = null;
let told: ReadonlyMap<number, FollowedCells> = new Map();

/** Reads a sheet by the code that approves it. */
function estimateReading(change: SheetChange): EstimateReading {
  const before = rows;
  rows = Array.from({ length: change.length }, (_, index) => change.rows.get(index) ?? before[index]).filter(
    (row) => row !== undefined,
  );
  basis = change.basis ?? basis;
  if (basis === null) throw new Error('the first sheet comes with its basis');
  const { lines, problems } = readEstimate({ usualMarkup: change.usualMarkup, rows }, basis);
  const follows = new Map(lines.map((line) => [line.place, followedCells(line)]));
  const changed = changedCells(told, follows);
  told = follows;
  return {
    changed,
    totals: estimateTotals(lines),
    problems: problems.map((problem) => ({ at: problem.at, kind: problem.kind, message: wording(problem) })),
    unread: new Set(problems.flatMap(({ at }) => /^rows\/(\d+)\//.exec(at)?.[1] ?? [])).size,
  };
}

const served = { estimateReading };
export type EstimateReadings = typeof served;
expose(served);
