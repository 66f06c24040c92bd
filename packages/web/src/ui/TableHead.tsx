import { Columns3 } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { ColumnsDialog } from './ColumnsDialog.tsx';
import type { Column, TableSort } from './table-column.ts';
import { withWidth, type ArrangedTable } from './table-layout.ts';
import type { TableModel } from './table-model.ts';

export interface TableHeadProps<Row> {
  readonly label: string;
  /** Shown, in their order. */
  readonly columns: readonly Column<Row>[];
  /** All there are, for those who choose. */
  readonly all: readonly Column<Row>[];
  readonly model: TableModel<Row>;
  readonly sort: TableSort | undefined;
  readonly arranged: ArrangedTable | undefined;
}

/** Pixels that a key makes a column wider by. */
const STEP = 16;

/** Heads of the columns: a click puts rows in order, an edge is dragged, Shift and arrows make a column wider or narrower. */
export function TableHead<Row>({ label, columns, all, model, sort, arranged }: TableHeadProps<Row>) {
  return (
    <thead>
      <tr>
        {arranged === undefined ? null : <ChooseColumns label={label} columns={all} arranged={arranged} />}
        {columns.map((column) => (
          <Head key={column.id} column={column} model={model} sort={sort} arranged={arranged} />
        ))}
      </tr>
    </thead>
  );
}

interface HeadProps<Row> extends Pick<TableHeadProps<Row>, 'model' | 'sort' | 'arranged'> {
  readonly column: Column<Row>;
}

function Head<Row>({ column, model, sort, arranged }: HeadProps<Row>) {
  const { id, head, long, formula, figures, sortBy, width } = column;
  const direction = sort?.by === id ? 'ascending' : sort?.by === `-${id}` ? 'descending' : undefined;
  const sized = model.widths[id];
  const resize = (event: KeyboardEvent<HTMLElement>): void => {
    const step = event.key === 'ArrowRight' ? STEP : event.key === 'ArrowLeft' ? -STEP : 0;
    if (!event.shiftKey || step === 0 || arranged === undefined) return;
    event.preventDefault();
    const now = event.currentTarget.closest('th')?.getBoundingClientRect().width ?? 0;
    arranged.onChange(withWidth(arranged.layout, id, now + step));
  };
  return (
    <th
      scope="col"
      data-figures={figures}
      data-sized={sized !== undefined}
      aria-sort={direction}
      title={formula === undefined ? long : `${long ?? head} = ${formula}`}
      style={sized === undefined ? (width === undefined ? undefined : { width }) : widthStyle(sized)}
    >
      {sortBy !== undefined && sort !== undefined ? (
        <button
          type="button"
          onKeyDown={resize}
          onClick={() => sort.onChange(direction === 'ascending' ? `-${id}` : id)}
        >
          {head}
          {direction === 'ascending' ? ' ↑' : direction === 'descending' ? ' ↓' : ''}
        </button>
      ) : (
        head
      )}
      {arranged === undefined ? null : (
        <i aria-hidden onMouseDown={(event) => model.drag(id, event)} onTouchStart={(event) => model.drag(id, event)} />
      )}
    </th>
  );
}

/** Both ways: a column is neither squeezed nor stretched from the width it was given. */
export function widthStyle(width: number) {
  return { width, minWidth: width, maxWidth: width };
}

interface ChooseColumnsProps<Row> {
  readonly label: string;
  readonly columns: readonly Column<Row>[];
  readonly arranged: ArrangedTable;
}

function ChooseColumns<Row>({ label, columns, arranged }: ChooseColumnsProps<Row>) {
  const [isOpen, setOpen] = useState(false);
  return (
    <th data-mark>
      <button type="button" aria-label={`Columns of ${label}`} title="Columns" onClick={() => setOpen(true)}>
        <Columns3 size={14} aria-hidden />
      </button>
      {isOpen ? <ColumnsDialog columns={columns} arranged={arranged} onClose={() => setOpen(false)} /> : null}
    </th>
  );
}
