import { useVirtualizer } from '@tanstack/react-virtual';
import { compareValues } from '@lowtide/core/reports/table.ts';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import type { Column, TableSort } from './table-column.ts';
import { TableHead, widthStyle } from './TableHead.tsx';
import { TableBox } from './table-look.ts';
import type { ArrangedTable } from './table-layout.ts';
import { useTableModel, type Selection, type TableModel } from './table-model.ts';

export interface DataTableProps<Row> {
  readonly label: string;
  readonly rows: readonly Row[];
  readonly columns: readonly Column<Row>[];
  readonly rowKey: (row: Row) => string | number;
  readonly rowTone?: (row: Row) => 'unbudgeted' | 'trouble' | 'strong' | undefined;
  readonly sort?: TableSort;
  readonly empty?: ReactNode;
  /** The rows stand in the order asked for already. */
  readonly isOrdered?: boolean;
  /** Asked for when the last row comes into view. */
  readonly onMore?: (() => void) | undefined;
  /** Columns are chosen, put in order and sized, and stay so. */
  readonly arranged?: ArrangedTable | undefined;
  /** The row is the sum of rows below it. */
  readonly isSum?: (row: Row) => boolean;
  /** Rows are chosen, for what can be done with several. */
  readonly selection?: Selection | undefined;
}

const ROW_HEIGHT = 29;
const DRAW_ALL_BELOW = 120;

/** A table that scrolls inside; header and totals stay. Long ones draw only the rows in view. */
export function DataTable<Row>(props: DataTableProps<Row>) {
  const {
    label,
    rows,
    columns,
    rowKey,
    rowTone,
    sort,
    empty,
    isOrdered = false,
    onMore,
    arranged,
    selection,
    isSum,
  } = props;
  const box = useRef<HTMLDivElement>(null);
  const ordered = useMemo(
    () => (isOrdered ? rows : sorted(rows, columns, sort?.by ?? '')),
    [rows, columns, sort?.by, isOrdered],
  );
  const model = useTableModel({ rows: ordered, columns, rowKey, arranged, selection });
  const byId = new Map(columns.map((column) => [column.id, column]));
  const visible = model.table.getVisibleLeafColumns().flatMap(({ id }) => byId.get(id) ?? []);
  const { items, before, after, isAtEnd } = useRowsDrawn(ordered.length, box);
  useEffect(() => {
    if (isAtEnd) onMore?.();
    // Asked once for each end that is reached.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isAtEnd, ordered.length]);
  const { rows: modelled } = model.table.getRowModel();
  // The name of a sum runs over the columns before the first figures.
  const figuresAt = visible.findIndex(({ figures }) => figures === true);
  const names = Math.max(1, figuresAt);
  const totals = visible.some(({ total }) => total !== undefined);
  return (
    <TableBox ref={box} tabIndex={0} role="group" aria-label={label}>
      <table aria-label={label} aria-rowcount={ordered.length + 1}>
        <TableHead label={label} columns={visible} all={columns} model={model} sort={sort} arranged={arranged} />
        <tbody>
          {before > 0 ? <tr aria-hidden style={{ height: before }} /> : null}
          {items.map((index) => {
            const row = ordered[index];
            const own = modelled[index];
            return row === undefined || own === undefined ? null : (
              <BodyRow
                key={rowKey(row)}
                {...{ row, own, index, visible, names, isMarked: arranged !== undefined }}
                widths={model.widths}
                tone={rowTone?.(row)}
                isSum={isSum?.(row) ?? false}
                isChosen={selection && own.getIsSelected()}
              />
            );
          })}
          {after > 0 ? <tr aria-hidden style={{ height: after }} /> : null}
        </tbody>
        {totals && ordered.length > 0 ? <Foot columns={visible} isMarked={arranged !== undefined} /> : null}
      </table>
      {ordered.length === 0 ? <p>{empty ?? 'Nothing here.'}</p> : null}
    </TableBox>
  );
}

interface BodyRowProps<Row> {
  readonly row: Row;
  readonly own: ReturnType<TableModel<Row>['table']['getRow']>;
  readonly index: number;
  readonly visible: readonly Column<Row>[];
  /** Columns before the first figures. */
  readonly names: number;
  readonly widths: Readonly<Record<string, number>>;
  readonly tone: 'unbudgeted' | 'trouble' | 'strong' | undefined;
  readonly isSum: boolean;
  readonly isMarked: boolean;
  /** Undefined where rows are not chosen. */
  readonly isChosen: boolean | undefined;
}

function BodyRow<Row>({ row, own, index, visible, names, widths, tone, isSum, isMarked, isChosen }: BodyRowProps<Row>) {
  return (
    <tr data-tone={tone} aria-rowindex={index + 2} aria-selected={isChosen}>
      {isMarked ? (
        <td data-mark>
          {isChosen === undefined || !own.getCanSelect() ? null : (
            <input
              type="checkbox"
              aria-label={`Select ${own.id}`}
              checked={isChosen}
              onChange={own.getToggleSelectedHandler()}
            />
          )}
        </td>
      ) : null}
      {(isSum ? visible.toSpliced(1, names - 1) : visible).map((column, place) => (
        <TableCell
          key={column.id}
          column={column}
          row={row}
          width={widths[column.id]}
          span={place === 0 && isSum ? names : 1}
        />
      ))}
    </tr>
  );
}

/** Which rows are drawn, and how much room those before and after them take. */
function useRowsDrawn(count: number, box: { readonly current: HTMLDivElement | null }) {
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  if (count < DRAW_ALL_BELOW) {
    return { items: Array.from({ length: count }, (_, index) => index), before: 0, after: 0, isAtEnd: false };
  }
  const drawn = virtual.getVirtualItems();
  return {
    items: drawn.map(({ index }) => index),
    before: drawn[0]?.start ?? 0,
    after: virtual.getTotalSize() - (drawn.at(-1)?.end ?? 0),
    isAtEnd: drawn.at(-1)?.index === count - 1,
  };
}

interface TableCellProps<Row> {
  readonly column: Column<Row>;
  readonly row: Row;
  readonly width: number | undefined;
  readonly span: number;
}

function TableCell<Row>({ column, row, width: own, span }: TableCellProps<Row>) {
  const width = span > 1 ? undefined : own;
  const content = column.cell(row);
  const title = (column.gives || width !== undefined) && typeof content === 'string' ? content : undefined;
  return (
    <td
      colSpan={span}
      data-figures={column.figures}
      data-gives={width === undefined ? column.gives : undefined}
      data-sized={width === undefined ? undefined : true}
      style={width === undefined ? undefined : widthStyle(width)}
      title={title}
    >
      {content}
    </td>
  );
}

function Foot<Row>({ columns, isMarked }: { readonly columns: readonly Column<Row>[]; readonly isMarked: boolean }) {
  return (
    <tfoot>
      <tr>
        {isMarked ? <td data-mark /> : null}
        {columns.map(({ id, figures, total }) => (
          <td key={id} data-figures={figures}>
            {total}
          </td>
        ))}
      </tr>
    </tfoot>
  );
}

function sorted<Row>(rows: readonly Row[], columns: readonly Column<Row>[], by: string): readonly Row[] {
  const value = columns.find(({ id }) => id === by.replace(/^-/, ''))?.sortBy;
  if (value === undefined) return rows;
  const sign = by.startsWith('-') ? -1 : 1;
  return rows.toSorted((one, other) => sign * compareValues(value(one), value(other)));
}
