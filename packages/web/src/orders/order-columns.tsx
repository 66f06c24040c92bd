import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import type { Column } from '../ui/table-column.ts';

type Order = Answer<'order'>;
type Line = Order['lines'][number];

/** So many units, or, of a line that is an amount, so much. */
function measure(
  id: string,
  head: string,
  of: (line: Line) => readonly [quantity: number, cents: Line['netCents']],
): Column<Line> {
  return {
    ...{ id, head, figures: true },
    cell: (line) => {
      const [quantity, cents] = of(line);
      return line.quantity === 0 ? dollars(cents) : `${tenThousandths(quantity)} ${line.unit}`.trim();
    },
  };
}

export function lineColumns(order: Order): readonly Column<Line>[] {
  return [
    { id: 'place', head: 'Line', cell: ({ place }) => place, total: 'Total' },
    textColumn({ id: 'project', head: 'Project', of: ({ project }) => project }),
    textColumn({ id: 'coding', head: 'Cost code', of: ({ coding }) => coding }),
    textColumn({ id: 'text', head: 'Text', gives: true, of: ({ text }) => text }),
    measure('ordered', 'Ordered', (line) => [line.quantity, line.netCents]),
    {
      ...{ id: 'price', head: 'Price', figures: true },
      cell: ({ priceE4 }) => (priceE4 === 0 ? '' : tenThousandths(priceE4, 2)),
    },
    amountColumn({ id: 'net', head: 'Net', of: ({ netCents }) => netCents, total: order.netCents }),
    measure('received', 'Received', (line) => [line.receivedQuantity, line.receivedCents]),
    measure('billed', 'Billed', (line) => [line.billedQuantity, line.billedCents]),
    measure('open', order.kind === 'order' ? 'To come' : 'To bill', (line) => [line.openQuantity, line.openCents]),
    amountColumn({
      ...{ id: 'committed', head: 'Committed' },
      of: ({ committedCents }) => committedCents,
      total: order.committedCents,
    }),
    { id: 'wanted', head: 'Wanted', cell: ({ wantedOn }) => (wantedOn === null ? '' : dayText(wantedOn)) },
  ];
}

export const AGAINST_COLUMNS: readonly Column<Order['against'][number]>[] = [
  {
    id: 'number',
    head: 'Number',
    cell: ({ documentId, number }) => <AsOfLink to={`/documents/${documentId}`}>{number}</AsOfLink>,
  },
  { id: 'kind', head: 'Kind', cell: ({ kind }) => kindOf(kind as DocumentKind).one },
  { id: 'dated', head: 'Dated', cell: ({ datedOn }) => dayText(datedOn) },
  { id: 'net', head: 'Net', figures: true, cell: ({ netCents }) => dollars(netCents) },
  { id: 'state', head: 'State', cell: ({ isReversed }) => (isReversed ? 'reversed' : '') },
];
