import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import type { Cell, Table, TableColumn, TableRow } from '@lowtide/core/reports/table.ts';
import type { ReactNode } from 'react';
import { AsOfLink } from '../api/as-of.tsx';
import { DataTable, type Column, type TableSort } from '../ui/DataTable.tsx';
import { Figure } from '../ui/Figure.tsx';

export interface ReportTableProps {
  readonly label: string;
  readonly table: Table;
  readonly sort: TableSort;
  readonly empty: string;
  /** Only these columns, by their ids, in the table's order; all where it is left out. */
  readonly chosen?: readonly string[];
  /** The rows stand in the order asked for already. */
  readonly isOrdered?: boolean;
  /** Asked for when the last row comes into view. */
  readonly onMore?: (() => void) | undefined;
  /** A column that only this report draws, after the others. */
  readonly extra?: Column<TableRow> | undefined;
}

/** Draws the table of any report: its columns, its rows, its totals. */
export function ReportTable({ label, table, sort, empty, chosen, isOrdered, onMore, extra }: ReportTableProps) {
  const columns = table.columns.flatMap((column, place): readonly Column<TableRow>[] => {
    if (column.only === 'file' || (place > 0 && chosen && !chosen.includes(column.id))) return [];
    return [drawn(column, place, table.totals?.[place])];
  });
  return (
    <DataTable
      label={label}
      rows={table.rows}
      columns={extra === undefined ? columns : [...columns, extra]}
      rowKey={({ key }) => key}
      rowTone={({ tone }) => tone}
      sort={sort}
      empty={empty}
      isOrdered={isOrdered ?? false}
      onMore={onMore}
    />
  );
}

function drawn(column: TableColumn, place: number, total: Cell | undefined): Column<TableRow> {
  const { id, head, holds, gives } = column;
  const cellOf = ({ cells }: TableRow): Cell => cells[place] ?? { value: null };
  return {
    ...{ id, head, gives: gives ?? false, figures: holds !== 'text' && holds !== 'day' },
    sortBy: (row) => sortValue(cellOf(row)),
    cell: (row) => <CellValue column={column} row={row} cell={cellOf(row)} leads={place === 0} />,
    ...(total === undefined ? {} : { total: <CellText column={column} cell={total} name="all" /> }),
  };
}

function sortValue({ value }: Cell): string | number {
  if (value === null) return Number.NEGATIVE_INFINITY;
  return typeof value === 'object' ? value.numerator / value.denominator : value;
}

interface CellValueProps {
  readonly column: TableColumn;
  readonly row: TableRow;
  readonly cell: Cell;
  /** The first column leads to what its row is of. */
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
      label={`${column.head}, ${name}`}
      text={text}
      figure={cell.figure}
      tone={column.tone ?? (below ? 'trouble' : undefined)}
    />
  );
}

/** A value for people. */
function cellText({ value }: Cell, { holds }: TableColumn): string {
  if (value === '') return '';
  if (value === null) return holds === 'percent' ? '–' : '';
  if (typeof value === 'object') return `${percent(value, 1)} %`;
  if (holds === 'money') return dollars(cents(Number(value)));
  if (holds === 'hours') return tenThousandths(Number(value));
  return holds === 'day' ? dayText(isoDate(String(value))) : String(value);
}
