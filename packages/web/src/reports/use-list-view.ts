import { useSearchParams } from 'react-router';
import type { ReportName } from '@lowtide/core/reports/reports.ts';
import { useTableLayout } from '../api/use-table-layout.ts';
import type { ArrangedTable } from '../ui/table-layout.ts';

/** How a list is looked at, as the address has it: which rows, in which groups, in which columns. */
export interface ListView {
  readonly filters: readonly string[];
  readonly setFilters: (filters: readonly string[]) => void;
  readonly group: string;
  readonly setGroup: (group: string) => void;
  /** Columns of the address, or those that were shown last. */
  readonly arranged: ArrangedTable;
}

export function useListView(name: ReportName): ListView {
  const [search, setSearch] = useSearchParams();
  const kept = useTableLayout(name);
  const set = (word: string, values: readonly string[]): void =>
    setSearch(
      () => {
        // From the address itself: it is ahead of the screen when words change quickly.
        const next = new URLSearchParams(globalThis.location.search);
        next.delete(word);
        for (const value of values) if (value !== '') next.append(word, value);
        return next;
      },
      { replace: true },
    );
  const columns = search.get('cols');
  return {
    filters: search.getAll('filter'),
    setFilters: (filters) => set('filter', filters),
    group: search.get('group') ?? '',
    setGroup: (group) => set('group', [group]),
    arranged: {
      layout: columns === null ? kept.layout : { ...kept.layout, shown: columns.split(',') },
      onChange: (layout) => {
        kept.onChange(layout);
        set('cols', [layout.shown?.join(',') ?? '']);
      },
    },
  };
}
