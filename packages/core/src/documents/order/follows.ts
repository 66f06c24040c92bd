import { dayText } from '../../calendar/iso-date.ts';
import { isEmpty } from '../../cells/cell.ts';
import { found } from '../../lookup/lookup.ts';
import { dollars, tenThousandths } from '../../money/dollars.ts';
import type { Catalog } from '../catalog.ts';
import { codingIn } from '../coding.ts';
import type { Follow } from '../sheet-reading.ts';
import type { OrderRow } from './form.ts';
import { orderAmountsIn } from './order-amounts.ts';
import { orderCell, type OrderPlace } from './order-rows.ts';

/** What cells of an order hold that nobody typed in: its day, the site it goes to, cost types, amounts. */
export function followsInOrder(group: readonly OrderPlace[], catalog: Catalog): readonly Follow[] {
  return group.flatMap((each, index) => [...(index === 0 ? ofHead(each, catalog) : []), ...ofLine(each, catalog)]);
}

/** Where nothing is typed in the cell. */
function follow(each: OrderPlace, column: keyof OrderRow, text: string | undefined): readonly Follow[] {
  const cell = orderCell(each, column);
  return isEmpty(cell) && text !== undefined && text !== '' ? [{ at: cell.at, text }] : [];
}

function ofHead(each: OrderPlace, { span, projects, sites }: Catalog): readonly Follow[] {
  const project = found(projects, each.row.project.trim());
  const site = project.kind === 'found' ? sites.find(({ id }) => id === project.value.id) : undefined;
  return [
    ...follow(each, 'datedOn', dayText(span.today)),
    ...follow(each, 'deliverTo', site?.address.split('\n').join(', ')),
  ];
}

function ofLine(each: OrderPlace, catalog: Catalog): readonly Follow[] {
  const cell = (column: keyof OrderRow) => orderCell(each, column);
  const coded = isEmpty(cell('project')) ? null : codingIn(each.row, `rows/${each.place}`, catalog);
  const amounts = orderAmountsIn({ quantity: cell('quantity'), price: cell('price'), net: cell('net') });
  return [
    ...(coded?.ok ? follow(each, 'costType', coded.value.coding.costType) : []),
    ...(amounts.ok ? follow(each, 'net', dollars(amounts.value.net)) : []),
    ...(amounts.ok && amounts.value.price > 0 ? follow(each, 'price', tenThousandths(amounts.value.price, 2)) : []),
  ];
}
