import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import styled from 'styled-components';
import { color, size, space, type } from '../theme/tokens.ts';

export interface Column<Row> {
  readonly id: string;
  readonly head: string;
  readonly cell: (row: Row) => ReactNode;
  /** Numbers: at the right, in figures of one width. */
  readonly figures?: boolean;
  readonly sortBy?: (row: Row) => string | number;
  readonly total?: ReactNode;
  readonly width?: string;
  /** Gives way where the table is wide: cut off with dots, whole on hover. */
  readonly gives?: boolean;
}

/** Sort column and direction, as the address holds them: `earned`, or `-earned` from large to small. */
export interface TableSort {
  readonly by: string;
  readonly onChange: (by: string) => void;
}

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
}

const ROW_HEIGHT = 29;
const DRAW_ALL_BELOW = 120;

/** A table that scrolls inside; header and totals stay. Long ones draw only the rows in view. */
export function DataTable<Row>({
  label,
  rows,
  columns,
  rowKey,
  rowTone,
  sort,
  empty,
  isOrdered = false,
  onMore,
}: DataTableProps<Row>) {
  const box = useRef<HTMLDivElement>(null);
  const shown = useMemo(
    () => (isOrdered ? rows : sorted(rows, columns, sort?.by ?? '')),
    [rows, columns, sort?.by, isOrdered],
  );
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  const all = shown.length < DRAW_ALL_BELOW;
  const items = all ? shown.map((_, index) => index) : virtual.getVirtualItems().map(({ index }) => index);
  const before = all ? 0 : (virtual.getVirtualItems()[0]?.start ?? 0);
  const after = all ? 0 : virtual.getTotalSize() - (virtual.getVirtualItems().at(-1)?.end ?? 0);
  const totals = columns.some(({ total }) => total !== undefined);
  const isAtEnd = !all && items.at(-1) === shown.length - 1;
  useEffect(() => {
    if (isAtEnd) onMore?.();
    // Asked once for each end that is reached.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isAtEnd, shown.length]);
  return (
    <Box ref={box} tabIndex={0} role="group" aria-label={label}>
      <table aria-label={label} aria-rowcount={shown.length + 1}>
        <Head columns={columns} sort={sort} />
        <tbody>
          {before > 0 ? <tr aria-hidden style={{ height: before }} /> : null}
          {items.map((index) => {
            const row = shown[index];
            return row === undefined ? null : (
              <tr key={rowKey(row)} data-tone={rowTone?.(row)} aria-rowindex={index + 2}>
                {columns.map((column) => (
                  <TableCell key={column.id} column={column} row={row} />
                ))}
              </tr>
            );
          })}
          {after > 0 ? <tr aria-hidden style={{ height: after }} /> : null}
        </tbody>
        {totals && shown.length > 0 ? <Foot columns={columns} /> : null}
      </table>
      {shown.length === 0 ? <p>{empty ?? 'Nothing here.'}</p> : null}
    </Box>
  );
}

function TableCell<Row>({ column, row }: { readonly column: Column<Row>; readonly row: Row }) {
  const content = column.cell(row);
  const title = column.gives && typeof content === 'string' ? content : undefined;
  return (
    <td data-figures={column.figures} data-gives={column.gives} title={title}>
      {content}
    </td>
  );
}

function Head<Row>({
  columns,
  sort,
}: {
  readonly columns: readonly Column<Row>[];
  readonly sort: TableSort | undefined;
}) {
  return (
    <thead>
      <tr>
        {columns.map(({ id, head, figures, sortBy, width }) => {
          const direction = sort?.by === id ? 'ascending' : sort?.by === `-${id}` ? 'descending' : undefined;
          const sortable = sortBy !== undefined && sort !== undefined;
          return (
            <th
              key={id}
              scope="col"
              data-figures={figures}
              aria-sort={direction}
              style={width === undefined ? undefined : { width }}
            >
              {sortable ? (
                <button type="button" onClick={() => sort.onChange(direction === 'ascending' ? `-${id}` : id)}>
                  {head}
                  {direction === 'ascending' ? ' ↑' : direction === 'descending' ? ' ↓' : ''}
                </button>
              ) : (
                head
              )}
            </th>
          );
        })}
      </tr>
    </thead>
  );
}

function Foot<Row>({ columns }: { readonly columns: readonly Column<Row>[] }) {
  return (
    <tfoot>
      <tr>
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
  const column = columns.find(({ id }) => id === by.replace(/^-/, ''));
  const value = column?.sortBy;
  if (value === undefined) return rows;
  const sign = by.startsWith('-') ? -1 : 1;
  return rows.toSorted((one, other) => {
    const [left, right] = [value(one), value(other)];
    return (
      sign *
      (typeof left === 'number' && typeof right === 'number' ? left - right : String(left).localeCompare(String(right)))
    );
  });
}

const Box = styled.div`
  flex: 0 1 auto;
  min-height: 80px;
  overflow: auto;
  border-bottom: 1px solid ${color.line};
  > p {
    padding: ${space.six};
    text-align: center;
    color: ${color.textQuiet};
  }
  table {
    width: 100%;
    font-size: 0.78125rem;
    font-stretch: ${type.narrow};
  }
  td[data-gives='true'] {
    max-width: 0;
    width: 30%;
    min-width: 160px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  th,
  td {
    height: ${size.row};
    padding: 0 6px;
    text-align: left;
    white-space: nowrap;
    border-bottom: 1px solid ${color.line};
  }
  th:first-child,
  td:first-child {
    padding-left: ${space.one};
  }
  th {
    position: sticky;
    top: 0;
    z-index: 1;
    background: ${color.paper};
    font-size: ${type.small};
    font-weight: 600;
    color: ${color.textQuiet};
    border-bottom: 1.5px solid ${color.rule};
  }
  thead th {
    vertical-align: bottom;
    padding-block: 4px;
  }
  /* A long head over figures takes a second line rather than the room of the names. */
  th[data-figures='true'] {
    white-space: normal;
    line-height: 1.15;
  }
  th button {
    border: 0;
    padding: 0;
    background: none;
    font: inherit;
    color: inherit;
    cursor: pointer;
  }
  [data-figures='true'] {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  tbody tr:hover td {
    background: ${color.paperDim};
  }
  tr[data-tone='unbudgeted'] td {
    background: ${color.unbudgetedSoft};
  }
  tr[data-tone='trouble'] td {
    background: ${color.troubleSoft};
  }
  tr[data-tone='strong'] td {
    font-weight: 650;
    border-bottom-color: ${color.lineStrong};
  }
  tfoot td {
    position: sticky;
    bottom: 0;
    background: ${color.paper};
    font-weight: 700;
    border-top: 1.5px solid ${color.rule};
    border-bottom: 0;
  }
`;
