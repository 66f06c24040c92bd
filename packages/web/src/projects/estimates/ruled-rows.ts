import { BLANK_ROW, ESTIMATE_COLUMNS, ruledRow, type EstimateRow } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { GridRow } from '../../entry/grid-edits.ts';

/** The rows after an edit: in those that were changed, what was typed rules and its rivals follow. */
export function ruledRows(before: readonly EstimateRow[], edited: readonly GridRow[]): readonly EstimateRow[] {
  const kept = new Set<GridRow | EstimateRow>(before);
  return edited.map((row, index) => {
    if (kept.has(row)) return row as GridRow & EstimateRow;
    const whole = { ...BLANK_ROW, ...row };
    const old = before[index] ?? BLANK_ROW;
    return ruledRow(
      whole,
      ESTIMATE_COLUMNS.filter((column) => whole[column] !== old[column]),
    );
  });
}
