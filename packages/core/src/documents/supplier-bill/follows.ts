import { dayText, plusDays } from '../../calendar/iso-date.ts';
import { lastDay } from '../../calendar/month.ts';
import { dayIn, ifFilled, isEmpty } from '../../cells/cell.ts';
import { taxOn, type TaxCode } from '../../ledger/tax-code.ts';
import { found, lookedUp } from '../../lookup/lookup.ts';
import { cents, MOST_CENTS, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import type { Catalog } from '../catalog.ts';
import { codingIn } from '../coding.ts';
import type { Follow } from '../sheet-reading.ts';
import { billMoneyIn, cellOf, type RowPlace } from './bill-rows.ts';

/** The rows of a bill, its only net that was left out standing for the rest of the bill's total. */
export function withRest(group: readonly RowPlace[], catalog: Catalog): readonly RowPlace[] {
  const [head] = group;
  const open = group.filter((each) => isEmpty(cellOf(each, 'net')));
  const [last] = open;
  if (head === undefined || last === undefined || open.length > 1) return group;
  const total = ifFilled(cellOf(head, 'total'), null, (cell) => billMoneyIn(cell, catalog));
  if (!total.ok || total.value === null) return group;
  const rest = restOf(group, last, { total: total.value, catalog });
  return rest === null
    ? group
    : group.map((each) => (each === last ? { ...each, row: { ...each.row, net: dollars(rest) }, isRest: true } : each));
}

/** The net with which the bill comes to its total, taxes included; null where none does, or a row cannot be read yet. */
function restOf(
  group: readonly RowPlace[],
  open: RowPlace,
  { total, catalog }: { readonly total: Cents; readonly catalog: Catalog },
): Cents | null {
  const lines = group.map((each) => ({
    isOpen: each === open,
    net: ifFilled(cellOf(each, 'net'), cents(0), (cell) => billMoneyIn(cell, catalog)),
    tax: ifFilled(cellOf(each, 'tax'), null, (cell) => lookedUp(catalog.taxCodes, cell, 'tax code')),
  }));
  const read = lines.flatMap(({ isOpen, net, tax }) =>
    net.ok && tax.ok ? [{ isOpen, net: net.value, tax: tax.value }] : [],
  );
  const most = read.reduce((all, { net }) => all + Math.abs(net), Math.abs(total));
  if (read.length < lines.length || most > MOST_CENTS) return null;
  const grossWith = (rest: number): number =>
    grossOf(read.map((line) => (line.isOpen ? { ...line, net: rest } : line)));
  // Tax is a share of the net, so two tries come next to it; rounding leaves a cent or two.
  const [none, some] = [grossWith(0), grossWith(1_000_000)];
  const near = Math.round(((total - none) * 1_000_000) / (some - none));
  const rest = [0, -1, 1, -2, 2].map((off) => near + off).find((net) => grossWith(net) === total);
  return rest === undefined || rest === 0 || Math.abs(rest) > MOST_CENTS ? null : cents(rest);
}

/** Net and tax, each tax code on all of its lines together. */
function grossOf(lines: readonly { readonly net: number; readonly tax: TaxCode | null }[]): number {
  const codes = new Set(lines.flatMap(({ tax }) => (tax === null ? [] : [tax])));
  const taxes = [...codes].map(
    (code) =>
      taxOn(
        code,
        lines.filter(({ tax }) => tax === code).map(({ net }) => cents(net)),
      ).tax,
  );
  return [...lines.map(({ net }) => net), ...taxes].reduce((all: number, each) => all + each, 0);
}

/** What its cells hold that nobody typed in: the day it is due by terms, the cost type of a code, the rest of the total. */
export function followsIn(group: readonly RowPlace[], catalog: Catalog): readonly Follow[] {
  const [head] = group;
  return [...(head === undefined ? [] : dueIn(head, catalog)), ...group.flatMap((each) => ofLine(each, catalog))];
}

function dueIn(head: RowPlace, catalog: Catalog): readonly Follow[] {
  const due = cellOf(head, 'dueOn');
  const supplier = found(catalog.suppliers, head.row.supplier.trim());
  const dated = dayIn(cellOf(head, 'datedOn'), lastDay(catalog.workingMonth), catalog.dayOrder);
  if (!isEmpty(due) || supplier.kind !== 'found' || !dated.ok) return [];
  return [{ at: due.at, text: dayText(plusDays(dated.value, supplier.value.termsDays)) }];
}

function ofLine(each: RowPlace, catalog: Catalog): readonly Follow[] {
  const type = cellOf(each, 'costType');
  const coded =
    isEmpty(type) && !isEmpty(cellOf(each, 'project')) ? codingIn(each.row, `rows/${each.place}`, catalog) : null;
  return [
    ...(coded?.ok ? [{ at: type.at, text: coded.value.coding.costType }] : []),
    ...(each.fromOrder ?? []).map((column) => ({ at: cellOf(each, column).at, text: each.row[column] })),
    ...(each.isRest ? [{ at: `rows/${each.place}/net`, text: each.row.net }] : []),
  ];
}
