import { useMemo } from 'react';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { clientLines, type ClientLine } from '@lowtide/core/estimate/client-lines.ts';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { readEstimate, type EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { amountColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';

interface Row extends ClientLine {
  readonly key: string;
  readonly isSection: boolean;
}

export interface ClientViewProps {
  readonly sheet: EstimateSheet;
  readonly basis: EstimateBasis;
}

/** The estimate as the client sees it: sections, lines and prices. */
export function ClientView({ sheet, basis }: ClientViewProps) {
  const lines = useMemo(() => clientLines(readEstimate(sheet, basis).lines), [sheet, basis]);
  const rows = [...groupedBy(lines, ({ section }) => section)].flatMap(([section, group], nth): readonly Row[] => [
    {
      section,
      text: section || 'Other',
      price: sum(group.map(({ price }) => price)),
      key: `${nth}`,
      isSection: true,
    },
    ...group.map((line, index) => ({ ...line, key: `${nth}/${index}`, isSection: false })),
  ]);
  return (
    <DataTable
      label="What the client sees"
      rows={rows}
      columns={[
        textColumn<Row>({ id: 'text', head: 'What it is', of: ({ text }) => text, total: 'Total' }),
        amountColumn<Row>({
          id: 'price',
          head: 'Price',
          of: ({ price }) => price,
          total: sum(lines.map(({ price }) => price)),
        }),
      ]}
      rowKey={({ key }) => key}
      rowTone={({ isSection }) => (isSection ? 'strong' : undefined)}
      empty="No line has a price yet."
    />
  );
}
