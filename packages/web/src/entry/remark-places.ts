import type { CellMark, GridColumn } from './grid-edits.ts';
import type { Preview } from './use-draft.ts';

/** A remark's place, `rows/3/net`, as people see it: `Row 4, Net:`. */
export function placeWords(columns: readonly GridColumn[]): (at: string) => string {
  return (at) => {
    const [list, row, column, day] = at.split('/');
    if (list !== 'rows' || row === undefined) return at === 'controlTotal' ? 'Batch:' : '';
    const id = columnOf(column, day);
    const head = columns.find((each) => each.id === id)?.head;
    return `Row ${Number(row) + 1}${head === undefined ? '' : `, ${head}`}:`;
  };
}

/** Days are cells of their own in a sheet: `days/2` is the column `day2`. */
function columnOf(column: string | undefined, day: string | undefined): string {
  return column === 'days' ? `day${day ?? ''}` : (column ?? '');
}

/** What is wrong or worth a look, by cell. */
export function markedCells(preview: Preview | null): ReadonlyMap<string, CellMark> {
  const marks = new Map<string, CellMark>();
  const mark = (tone: CellMark['tone'], remarks: Preview['problems']): void => {
    for (const { at, message } of remarks) {
      const [list, row, column, day] = at.split('/');
      if (list === 'rows' && row !== undefined && column !== undefined)
        marks.set(`${row}/${columnOf(column, day)}`, { tone, message });
    }
  };
  mark('warning', preview?.warnings ?? []);
  mark('trouble', preview?.problems ?? []);
  return marks;
}
