import type { CellMark, GridColumn } from './grid-edits.ts';
import type { Preview } from '../draft/use-draft.ts';

/** A remark's place, `rows/3/net`, as people see it: `Row 4, Net:`. */
export function placeWords(
  columns: readonly GridColumn[],
  fields: readonly { readonly id: string; readonly label: string }[] = [],
): (at: string) => string {
  return (at) => {
    const [list, row, ...column] = at.split('/');
    const field = fields.find((each) => each.id === at);
    if (list !== 'rows' || row === undefined) return field === undefined ? '' : `${field.label}:`;
    const id = column.join('/');
    const head = columns.find((each) => each.id === id)?.head;
    return `Row ${Number(row) + 1}${head === undefined ? '' : `, ${head}`}:`;
  };
}

/** What is wrong or worth a look, by cell. */
export function markedCells(preview: Preview | null): ReadonlyMap<string, CellMark> {
  const marks = new Map<string, CellMark>();
  const mark = (tone: CellMark['tone'], remarks: Preview['problems']): void => {
    for (const { at, message } of remarks) {
      const [list, row, ...column] = at.split('/');
      if (list === 'rows' && row !== undefined && column.length > 0)
        marks.set(`${row}/${column.join('/')}`, { tone, message });
    }
  };
  mark('warning', preview?.warnings ?? []);
  mark('trouble', preview?.problems ?? []);
  return marks;
}
