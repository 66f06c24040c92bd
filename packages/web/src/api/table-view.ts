import type { TableSort } from '../ui/DataTable.tsx';
import { useViewState } from './as-of.tsx';

/** Sorting of a page's table, kept in the address. */
export function useTableSort(initial = ''): TableSort {
  const [by, onChange] = useViewState('sort', initial);
  return { by, onChange };
}
