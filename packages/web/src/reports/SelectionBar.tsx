import { AMONG, filterText, together } from '@lowtide/core/reports/table-view.ts';
import type { Cell, Table, TableColumn, TableRow } from '@lowtide/core/reports/table.ts';
import { Button } from '../ui/Button.tsx';
import { cellText } from './cell-text.ts';
import type { ListView } from './use-list-view.ts';
import { shownAfterFirst } from '../ui/table-layout.ts';

export interface SelectionBarProps {
  readonly table: Table;
  /** Keys of rows. */
  readonly chosen: readonly string[];
  readonly onChoose: (keys: readonly string[]) => void;
  readonly view: ListView;
}

/** Sums said at once; more would not fit a line. */
const MOST_SUMS = 5;

/** What the chosen rows come to, and what can be done with them, below the table. */
export function SelectionBar({ table, chosen, onChoose, view }: SelectionBarProps) {
  const rows = table.rows.filter(({ key }) => chosen.includes(key));
  if (rows.length === 0) return null;
  const places = shownPlaces(table, view);
  const sums = together(table, rows);
  const said = places.flatMap((place) => {
    const column = table.columns[place];
    const cell = sums[place];
    return column && column.holds === 'money' && typeof cell?.value === 'number'
      ? [`${column.head} ${cellText(cell, column)}`]
      : [];
  });
  const [first] = table.columns;
  // Only where the first column tells rows apart can they be asked for by it.
  const isTold = new Set(table.rows.map(({ cells }) => cells[0]?.value)).size === table.rows.length;
  const only = (): void => {
    const codes = rows.map(({ cells }) => String(cells[0]?.value ?? ''));
    view.setFilters([filterText({ column: first?.id ?? '', test: 'among', typed: codes.join(AMONG) })]);
    onChoose([]);
  };
  return (
    <p role="status">
      <strong>{rows.length} selected</strong> {said.slice(0, MOST_SUMS).join(' · ')}{' '}
      <Button $look="quiet" onPress={() => void navigator.clipboard.writeText(copied(table, rows, places))}>
        Copy
      </Button>
      {first?.holds === 'text' && isTold ? (
        <Button $look="quiet" onPress={only}>
          Show only these
        </Button>
      ) : null}
      <Button $look="quiet" onPress={() => onChoose([])}>
        Clear
      </Button>
    </p>
  );
}

function shownPlaces({ columns }: Table, { arranged }: ListView): readonly number[] {
  const leading = columns.findIndex(({ only }) => only !== 'file');
  const others = columns.toSpliced(leading, 1).map(({ id, only }) => ({ id, hidden: only === 'file' }));
  const shown = shownAfterFirst([{ id: '' }, ...others], arranged.layout);
  return [leading, ...shown.map((id) => columns.findIndex((one) => one.id === id))];
}

/** Rows as lines of a spreadsheet, heads first. */
function copied({ columns }: Table, rows: readonly TableRow[], places: readonly number[]): string {
  const line = (cells: readonly Cell[]): string =>
    places.map((place) => cellText(cells[place] ?? { value: null }, columns[place] as TableColumn)).join('\t');
  return [places.map((place) => columns[place]?.head ?? '').join('\t'), ...rows.map(({ cells }) => line(cells))].join(
    '\n',
  );
}
