import type { FollowedCells } from '@lowtide/core/estimate/followed-cells.ts';
import { ESTIMATE_COLUMNS } from '@lowtide/core/estimate/estimate-sheet.ts';

type ByRow = ReadonlyMap<number, FollowedCells>;

/** Rows whose cells say something else than before; null where they say nothing any more. */
export function changedCells(before: ByRow, after: ByRow): ReadonlyMap<number, FollowedCells | null> {
  const changed = new Map<number, FollowedCells | null>();
  for (const [row, cells] of after) if (!isSame(before.get(row), cells)) changed.set(row, cells);
  for (const row of before.keys()) if (!after.has(row)) changed.set(row, null);
  return changed;
}

function isSame(before: FollowedCells | undefined, after: FollowedCells): boolean {
  return before !== undefined && ESTIMATE_COLUMNS.every((column) => before[column] === after[column]);
}

/** The cells with those changed put in; rows that did not change stay the very same. */
export function withChanged(before: ByRow, changed: ReadonlyMap<number, FollowedCells | null>): ByRow {
  if (changed.size === 0) return before;
  const next = new Map(before);
  for (const [row, cells] of changed) {
    if (cells === null) next.delete(row);
    else next.set(row, cells);
  }
  return next;
}
