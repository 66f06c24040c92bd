import { plainDollars, tenThousandths } from '../../money/dollars.ts';
import { isCounted, measureOf, partOf, costAtOrder, type OrderLine } from '../../orders/order-line.ts';
import type { Order } from '../../orders/order.ts';
import type { OrderedLine } from '../../orders/order-effects.ts';
import type { Catalog } from '../catalog.ts';
import { codeLabel } from '../budget-warnings.ts';
import { orderedTarget } from '../cost-target.ts';
import { BLANK_ORDER_ROW, type OrderRow, type OrderSheet, type SubcontractSheet } from './form.ts';
import { leastOf, reduced } from './version.ts';

type Named = Pick<Catalog, 'suppliers' | 'projects' | 'costCodes' | 'accounts' | 'taxCodes'>;

/** The sheet that an order is changed on: its lines as they are. */
export function nextVersionSheet(order: Order, named: Named): OrderSheet | SubcontractSheet {
  const lines = order.lines.filter(({ ordered }) => ordered.net !== 0);
  const rows = lines.map((line, index) => ({
    ...(index === 0 ? headOf(order, named) : {}),
    ...rowOf(line, named),
  }));
  const whole = rows.map((row) => ({ ...BLANK_ORDER_ROW, ...row }));
  return order.kind === 'order' ? { kind: 'orders', rows: whole } : { kind: 'subcontracts', rows: whole };
}

function headOf(order: Order, { suppliers }: Named): Partial<OrderRow> {
  return {
    supplier: suppliers.find(({ id }) => id === order.supplier)?.code ?? '',
    number: order.number,
    ...(order.kind === 'order'
      ? { deliverTo: order.deliverTo.split('\n').join(', ') }
      : { retention: tenThousandths(order.retentionMillionths) }),
  };
}

function rowOf(line: OrderLine, named: Named): Partial<OrderRow> {
  const target = orderedTarget(line.target, named.projects);
  return {
    line: String(line.place),
    ...(target === null ? {} : codedAs(target, named)),
    text: line.text,
    unit: line.unit,
    ...(isCounted(line)
      ? { quantity: tenThousandths(line.ordered.quantity), price: tenThousandths(line.price, 2) }
      : { net: plainDollars(line.ordered.net) }),
    tax: named.taxCodes.find(({ id }) => id === line.taxCode)?.code ?? '',
    wantedOn: line.wantedOn ?? '',
  };
}

/** The cells that a line's target was typed in. */
export function codedAs(
  target: NonNullable<ReturnType<typeof orderedTarget>>,
  { costCodes, accounts }: Pick<Named, 'costCodes' | 'accounts'>,
): { readonly code: string; readonly project?: string; readonly costType?: string } {
  if (target.kind === 'account') return { code: accounts.find(({ id }) => id === target.account)?.code ?? '' };
  const { project, coding } = target;
  const code = codeLabel(project, coding, { costCodes }).slice(0, -coding.costType.length).trim();
  return { project: project.code, code, costType: coding.costType };
}

/** What closing an order short makes of its lines: each comes to what was received or billed of it. */
export function closedShort(order: Order): readonly OrderedLine[] {
  return order.lines
    .filter((line) => leastOf(line) < measureOf(line, line.ordered))
    .map((line) => {
      const least = leastOf(line);
      return reduced(line, { ...partOf(line, least), cost: costAtOrder(line, least) });
    });
}
