import {
  columnOrderingFeature,
  columnResizingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  rowSelectionFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
} from '@tanstack/react-table';
import { useMemo, useRef, useState, type MouseEvent, type TouchEvent } from 'react';
import { flushSync } from 'react-dom';
import type { Column } from './table-column.ts';
import { LEAST_WIDTH, MOST_WIDTH, shownAfterFirst, withWidth, type ArrangedTable } from './table-layout.ts';

const FEATURES = tableFeatures({
  columnOrderingFeature,
  columnVisibilityFeature,
  columnSizingFeature,
  columnResizingFeature,
  rowSelectionFeature,
});

/** Rows that are chosen, by their keys. */
export interface Selection {
  readonly chosen: readonly string[];
  readonly onChange: (chosen: readonly string[]) => void;
  /** Sums of groups are not chosen. */
  readonly canChoose?: (key: string) => boolean;
}

interface Modelled<Row> {
  readonly rows: readonly Row[];
  readonly columns: readonly Column<Row>[];
  readonly rowKey: (row: Row) => string | number;
  readonly arranged: ArrangedTable | undefined;
  readonly selection: Selection | undefined;
}

/** Which columns are shown, in which order and how wide, and which rows are chosen. */
export function useTableModel<Row>({ rows, columns, rowKey, arranged, selection }: Modelled<Row>) {
  const layout = arranged?.layout ?? {};
  // While an edge is dragged its width is here; it is kept when it is let go.
  const [dragged, setDragged] = useState<Widths>({});
  const latest = useRef<Widths>({});
  const ids = columns.map(({ id }) => id).join('\n');
  const definitions = useMemo(
    (): ColumnDef<typeof FEATURES, Row & object>[] =>
      ids.split('\n').map((id) => ({ id, minSize: LEAST_WIDTH, maxSize: MOST_WIDTH })),
    [ids],
  );
  const shown = [...columns.slice(0, 1).map(({ id }) => id), ...shownAfterFirst(columns, layout)];
  const widths = { ...layout.widths, ...dragged };
  const table = useTable({
    features: FEATURES,
    data: rows as (Row & object)[],
    columns: definitions,
    getRowId: (row) => String(rowKey(row)),
    columnResizeMode: 'onChange',
    enableRowSelection: ({ id }) => selection?.canChoose?.(id) ?? true,
    state: {
      columnOrder: shown,
      columnVisibility: Object.fromEntries(columns.map(({ id }) => [id, shown.includes(id)])),
      columnSizing: widths,
      rowSelection: Object.fromEntries((selection?.chosen ?? []).map((key) => [key, true as const])),
    },
    onColumnSizingChange: (change) => {
      const next: Widths = typeof change === 'function' ? change(widths) : change;
      latest.current = next;
      setDragged(next);
    },
    onRowSelectionChange: (change) => {
      const before = Object.fromEntries((selection?.chosen ?? []).map((key) => [key, true as const]));
      const next = typeof change === 'function' ? change(before) : change;
      selection?.onChange(Object.keys(next));
    },
  });
  return { table, widths, drag };

  /** Begins to drag the right edge of a column, from the width it is drawn at. */
  function drag(id: string, event: MouseEvent<HTMLElement> | TouchEvent<HTMLElement>): void {
    const head = event.currentTarget.parentElement;
    const begin = table.getLeafHeaders().find((header) => header.column.id === id);
    const drawn = { ...widths, [id]: Math.round(head?.getBoundingClientRect().width ?? LEAST_WIDTH) };
    latest.current = drawn;
    flushSync(() => setDragged(drawn));
    begin?.getResizeHandler()(event);
    const end = event.type === 'touchstart' ? 'touchend' : 'mouseup';
    document.addEventListener(
      end,
      () => {
        arranged?.onChange(withWidth(layout, id, latest.current[id] ?? LEAST_WIDTH));
        setDragged({});
      },
      { once: true },
    );
  }
}

type Widths = Readonly<Record<string, number>>;
export type TableModel<Row> = ReturnType<typeof useTableModel<Row>>;
