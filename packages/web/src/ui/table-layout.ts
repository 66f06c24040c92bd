/** How somebody arranged the columns of a table. */
export interface TableLayout {
  /** Columns after the first, in their order; undefined where nothing was chosen. */
  readonly shown?: readonly string[] | undefined;
  /** Of those that were sized, in pixels. */
  readonly widths?: Readonly<Record<string, number>> | undefined;
}

/** The arrangement of one table, and what to do when it changes. */
export interface ArrangedTable {
  readonly layout: TableLayout;
  readonly onChange: (layout: TableLayout) => void;
}

interface Arrangeable {
  readonly id: string;
  /** Shown only where it is chosen. */
  readonly hidden?: boolean | undefined;
}

export const LEAST_WIDTH = 32;
export const MOST_WIDTH = 1_200;

/** Columns shown after the first, in their order. */
export function shownAfterFirst(columns: readonly Arrangeable[], { shown }: TableLayout): readonly string[] {
  const rest = columns.slice(1);
  if (shown === undefined) return rest.filter(({ hidden }) => hidden !== true).map(({ id }) => id);
  return shown.filter((id) => rest.some((column) => column.id === id));
}

/** The layout with other columns; none where they are those of a table that nobody arranged. */
export function withShown(columns: readonly Arrangeable[], layout: TableLayout, shown: readonly string[]): TableLayout {
  const usual = shownAfterFirst(columns, {});
  const isUsual = shown.length === usual.length && shown.every((id, place) => id === usual[place]);
  return { ...layout, shown: isUsual ? undefined : shown };
}

export function withWidth(layout: TableLayout, column: string, width: number): TableLayout {
  const kept = Math.round(Math.min(MOST_WIDTH, Math.max(LEAST_WIDTH, width)));
  return { ...layout, widths: { ...layout.widths, [column]: kept } };
}
