import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { ClientLine } from '@lowtide/core/estimate/client-lines.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { amountColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';

interface Row extends ClientLine {
  readonly key: string;
  readonly isSection: boolean;
}

/** The estimate as the client sees it: sections, lines and prices. Cost is not known here. */
export function ClientView({ lines }: { readonly lines: readonly ClientLine[] }) {
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
