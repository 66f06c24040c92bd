import { orderOf, type Cell, type Table, type TableColumn, type TableRow } from '@lowtide/core/reports/table.ts';
import type { ReactNode } from 'react';
import { AsOfLink } from '../api/as-of.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column, TableSort } from '../ui/table-column.ts';
import { Figure } from '../ui/Figure.tsx';
import type { ArrangedTable } from '../ui/table-layout.ts';
import type { Selection } from '../ui/table-model.ts';
import { cellText } from './cell-text.ts';

export interface ReportTableProps {
  readonly label: string;
  readonly table: Table;
  /** Left out for statements, which have an order of their own. */
  readonly sort?: TableSort;
  readonly empty: string;
  /** The rows stand in the order asked for already. */
  readonly isOrdered?: boolean;
  /** Asked for when the last row comes into view. */
  readonly onMore?: (() => void) | undefined;
  readonly arranged?: ArrangedTable;
  readonly selection?: Selection;
  /** A column that only this report draws, before the one of that id, or after all. */
  readonly extra?: { readonly column: Column<TableRow>; readonly before?: string } | undefined;
}

/** Draws the table of any report: its columns, its rows, its totals. */
export function ReportTable({ label, table, selection, extra, ...drawing }: ReportTableProps) {
  const sums = new Set(table.rows.flatMap(({ key, sums: count }) => (count === undefined ? [] : [key])));
  return (
    <DataTable
      {...drawing}
      label={label}
      rows={table.rows}
      columns={columnsOf(table, extra)}
      rowKey={({ key }) => key}
      rowTone={({ tone }) => tone}
      isSum={({ sums: count }) => count !== undefined}
      selection={selection && { ...selection, canChoose: (key) => !sums.has(key) }}
    />
  );
}

function columnsOf(table: Table, extra: ReportTableProps['extra']): readonly Column<TableRow>[] {
  const leading = table.columns.findIndex(({ only }) => only !== 'file');
  const all = table.columns.map((column, place) => drawn(column, place, { total: table.totals?.[place], leading }));
  // The first one stays where columns are chosen: it is one that is shown.
  const columns = [...all.slice(leading, leading + 1), ...all.slice(0, leading), ...all.slice(leading + 1)];
  if (extra === undefined) return columns;
  const at = columns.findIndex(({ id }) => id === extra.before);
  return columns.toSpliced(at < 0 ? columns.length : at, 0, extra.column);
}

interface Drawing {
  readonly total: Cell | undefined;
  /** Place of the column that leads to what its row is of. */
  readonly leading: number;
}

function drawn(column: TableColumn, place: number, { total, leading }: Drawing): Column<TableRow> {
  const { id, head, long, holds, gives, only, formula } = column;
  const cellOf = ({ cells }: TableRow): Cell => cells[place] ?? { value: null };
  return {
    ...{ id, head, long, formula, gives: gives ?? false, figures: holds !== 'text' && holds !== 'day' },
    hidden: only === 'file',
    sortBy: (row) => orderOf(cellOf(row).value),
    cell: (row) => <CellValue column={column} row={row} cell={cellOf(row)} leads={place === leading} />,
    ...(total === undefined ? {} : { total: <CellText column={column} cell={total} name="all" /> }),
  };
}

interface CellValueProps {
  readonly column: TableColumn;
  readonly row: TableRow;
  readonly cell: Cell;
  /** It leads to what its row is of. */
  readonly leads: boolean;
}

function CellValue({ column, row, cell, leads }: CellValueProps): ReactNode {
  const text = cellText(cell, column);
  if (leads && row.leadsTo !== undefined) return <AsOfLink to={row.leadsTo}>{text}</AsOfLink>;
  if (column.gives) return text;
  return <CellText column={column} cell={cell} name={row.name} />;
}

function CellText({
  column,
  cell,
  name,
}: {
  readonly column: TableColumn;
  readonly cell: Cell;
  readonly name: string;
}) {
  const text = cellText(cell, column);
  if (column.holds === 'text' || column.holds === 'day') return text;
  const below = column.holds === 'money' && typeof cell.value === 'number' && cell.value < 0;
  return (
    <Figure
      label={`${column.long ?? column.head}, ${name}`}
      text={text}
      figure={cell.figure}
      tone={column.tone ?? (below ? 'trouble' : undefined)}
    />
  );
}
