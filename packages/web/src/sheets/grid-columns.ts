import { isFigure, type SheetColumn } from '@lowtide/core/documents/sheet-column.ts';
import type { GridColumn } from '../entry/grid/grid-edits.ts';

/** The columns of a sheet as the grid draws them. */
export function gridColumns(columns: readonly SheetColumn[]): readonly GridColumn[] {
  return columns.map((column) => ({
    id: column.id,
    head: column.head,
    width: `${column.width}%`,
    figures: isFigure(column),
    readOnly: column.isShown ?? false,
  }));
}
