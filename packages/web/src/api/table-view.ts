import { useState } from 'react';
import type { TableSort } from '../ui/table-column.ts';
import { useViewState } from './as-of.tsx';

/** Sorting of a page's table, kept in the address. */
export function useTableSort(initial = ''): TableSort {
  const [by, onChange] = useViewState('sort', initial);
  return { by, onChange };
}

/** Rows that are asked for at once; more come when the last one is in view. */
const ROWS_AT_ONCE = 200;

export interface RowsInView {
  /** What of the rows is asked for. */
  readonly part: { readonly limit: string; readonly order?: string };
  /** More than the first rows are asked for: those there are kept while the others come. */
  readonly isMore: boolean;
  /** How a table draws so many of them; they come in order where they are not all there. */
  readonly drawn: (count: number | undefined) => {
    readonly isOrdered: boolean;
    readonly onMore: (() => void) | undefined;
  };
}

/** How much of a long list a table asks for: in which order, and no more than is looked at. */
export function useRowsInView({ by }: Pick<TableSort, 'by'>): RowsInView {
  const [limit, setLimit] = useState(ROWS_AT_ONCE);
  return {
    part: { limit: String(limit), ...(by === '' ? {} : { order: by }) },
    isMore: limit > ROWS_AT_ONCE,
    drawn: (count) => {
      const isPart = count !== undefined && count > limit;
      return { isOrdered: isPart, onMore: isPart ? () => setLimit((now) => now + ROWS_AT_ONCE) : undefined };
    },
  };
}
