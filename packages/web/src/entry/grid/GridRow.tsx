import { memo } from 'react';
import type { CellMark, GridColumn, GridRow } from './grid-edits.ts';
import { Cell } from './GridCell.tsx';
import type { RowHandlers, Understood } from './grid-props.ts';

export interface RowProps {
  readonly index: number;
  readonly row: GridRow;
  readonly columns: readonly GridColumn[];
  readonly marks: ReadonlyMap<string, CellMark> | undefined;
  readonly follows: Readonly<Record<string, string>> | undefined;
  readonly understood: Understood | undefined;
  readonly heads: boolean;
  /** The column the cursor is in, if it is in this row. */
  readonly active: number | undefined;
  readonly isEditing: boolean;
  /** The columns that are chosen in this row. */
  readonly left: number | undefined;
  readonly right: number | undefined;
  readonly picker: { readonly column: number; readonly listId: string; readonly chosen: number } | undefined;
  readonly handlers: RowHandlers;
}

export const Row = memo(function Row(props: RowProps) {
  const { index, row, columns, marks, follows, understood, heads, active, isEditing, left, right, picker, handlers } =
    props;
  return (
    <tr aria-rowindex={index + 2} data-heads={heads || undefined}>
      <th scope="row">{index + 1}</th>
      {columns.map(({ id, head, figures = false, readOnly = false }, column) => {
        const isActive = active === column;
        const read = isActive ? undefined : understood?.(row, id);
        return (
          <Cell
            key={id}
            label={`${head}, row ${index + 1}`}
            place={{ row: index, column }}
            value={row[id] ?? ''}
            shown={read?.text}
            name={read?.name}
            isActive={isActive}
            isEditing={isActive && isEditing}
            isChosen={left !== undefined && right !== undefined && left <= column && column <= right}
            figures={figures}
            readOnly={readOnly}
            follow={follows?.[id]}
            mark={marks?.get(id)}
            picker={picker?.column === column ? picker : undefined}
            handlers={handlers}
          />
        );
      })}
    </tr>
  );
});
