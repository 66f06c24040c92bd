import { useState } from 'react';
import type { ArrangedTable, TableLayout } from '../ui/table-layout.ts';
import { useRead, useWrite } from './books-api.ts';

/** How one last arranged the columns of a table, on whatever machine; what is changed here holds at once and is kept. */
export function useTableLayout(name: string): ArrangedTable {
  const { answer } = useRead('tableLayouts', {}, { keepLast: true });
  const [keep] = useWrite('keepTableLayout');
  const [changed, setChanged] = useState<TableLayout | undefined>(undefined);
  return {
    layout: changed ?? answer?.layouts[name] ?? {},
    onChange: (layout) => {
      setChanged(layout);
      const body = {
        ...layout,
        shown: layout.shown && [...layout.shown],
        widths: layout.widths && { ...layout.widths },
      };
      void keep({ params: { page: name }, body });
    },
  };
}
