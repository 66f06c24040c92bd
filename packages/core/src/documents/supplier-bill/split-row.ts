import { numberIn, required, type Cell } from '../../cells/cell.ts';
import { allocation } from '../../money/allocation.ts';
import { cents, sum } from '../../money/cents.ts';
import { dollars, plainDollars } from '../../money/dollars.ts';
import { accepted, following, gathered, listed, mapped, refused, type Decision } from '../../problems/decision.ts';
import { billMoneyIn } from './bill-rows.ts';
import type { BillRow } from './form.ts';
import { MILLIONTHS } from '../../money/ratio.ts';

/** What parts of a line are measured in. */
export const SPLITS = ['amounts', 'percent', 'hours'] as const;
export type SplitBy = (typeof SPLITS)[number];

/** A part of a line: where it belongs, and its amount, percent or hours as typed. */
export interface SplitPart {
  readonly project: string;
  readonly code: string;
  readonly costType: string;
  readonly share: string;
}

const EVERYTHING = MILLIONTHS;

/**
 * The line over its parts, to the cent: as typed by amounts, which must come to the line; else by largest remainder. Percents come to
 * 100. The first part keeps the head of the line's bill.
 */
export function splitRow(
  row: BillRow,
  parts: readonly SplitPart[],
  { by, currency }: { readonly by: SplitBy; readonly currency: string },
): Decision<readonly BillRow[]> {
  if (row.order.trim() !== '') return refused({ at: 'order', kind: 'coded-by-order', order: row.order.trim() });
  const typed = parts.flatMap((part, place) => (isBlank(part) ? [] : [{ part, place }]));
  if (typed.length === 0) return refused({ at: 'parts/0/share', kind: 'missing', field: 'the first part' });
  const read = gathered({
    net: required({ typed: row.net, at: 'net' }, 'the net amount of the line', (cell) =>
      billMoneyIn(cell, { currency }),
    ),
    shares: listed(
      typed.map(({ part, place }) => shareIn({ typed: part.share, at: `parts/${place}/share` }, by, currency)),
    ),
  });
  return following(read, ({ net, shares }) =>
    mapped(nets(net, shares, by), (each) => typed.map(({ part }, index) => partOf(row, part, each[index] ?? 0, index))),
  );
}

function isBlank({ project, code, costType, share }: SplitPart): boolean {
  return [project, code, costType, share].every((text) => text.trim() === '');
}

/** Minor units by amounts, millionths of the line by percent, ten-thousandths of an hour by hours. */
function shareIn(cell: Cell, by: SplitBy, currency: string): Decision<number> {
  return required(cell, SHARE_NAMES[by], (filled) =>
    by === 'amounts' ? billMoneyIn(filled, { currency }) : numberIn(filled, 4),
  );
}

const SHARE_NAMES: { readonly [B in SplitBy]: string } = {
  amounts: 'the amount',
  percent: 'the percent',
  hours: 'the hours',
};

function nets(net: number, shares: readonly number[], by: SplitBy): Decision<readonly number[]> {
  const total = shares.reduce((all, each) => all + each, 0);
  if (by === 'amounts') {
    return total === net
      ? accepted(shares)
      : refused({ at: 'parts', kind: 'split-off', whole: dollars(cents(net)), parts: dollars(sum(shares.map(cents))) });
  }
  if (by === 'percent' && total !== EVERYTHING) {
    return refused({ at: 'parts', kind: 'split-off', whole: '100 %', parts: `${total / 10_000} %` });
  }
  return total > 0 ? accepted(allocation(cents(net), shares)) : refused({ at: 'parts', kind: 'spread-on-nothing' });
}

/** A row of the part; only the first has the head of the bill, and none the units of the line. */
function partOf(row: BillRow, part: SplitPart, net: number, index: number): BillRow {
  const { project, code, costType } = part;
  const head = { supplier: '', number: '', datedOn: '', dueOn: '', total: '', retention: '', paid: '' };
  return {
    ...row,
    ...(index === 0 ? {} : head),
    ...{ project, code, costType, quantity: '', net: plainDollars(cents(net)) },
  };
}
