import { BLANK_ROW, ESTIMATE_COLUMNS, ruledRow, type EstimateRow } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { GridRow } from '../../entry/grid/grid-edits.ts';

type Edited = GridRow | EstimateRow;

/** The rows after an edit: in those that were changed, what was typed rules and its rivals follow. */
export function ruledRows(before: readonly EstimateRow[], edited: readonly GridRow[]): readonly EstimateRow[] {
  // Rows put in, taken out or moved leave others as they were, in another place.
  const kept = before.length === edited.length && differing(before, edited) <= 1 ? null : new Set<Edited>(before);
  return edited.map((row: Edited, index) => {
    const old = before[index] ?? BLANK_ROW;
    if (row === old || kept?.has(row)) return row as EstimateRow;
    const whole = { ...BLANK_ROW, ...row };
    return ruledRow(
      whole,
      ESTIMATE_COLUMNS.filter((column) => whole[column] !== old[column]),
    );
  });
}

/** In how many places the rows differ. */
function differing(before: readonly Edited[], edited: readonly Edited[]): number {
  return before.reduce((count, row, index) => (row === edited[index] ? count : count + 1), 0);
}
