import { difference, sum, ZERO, type Cents } from '../../money/cents.ts';
import { overbilled } from '../../progress/project-position.ts';
import type { WipRow } from '../wip-schedule/figures.ts';
import { COMPARED } from './names.ts';

type Name = (typeof COMPARED)[number];

interface Moved {
  readonly then: Cents;
  readonly now: Cents;
  readonly change: Cents;
}

/** What a contract stood at at two months' ends, and what moved; nothing where there was none. */
export type ThenAndNowSums = Readonly<Record<Name, Moved>>;

export function thenAndNow(then: WipRow | null, now: WipRow | null): ThenAndNowSums {
  return each((name) => moved(then === null ? ZERO : amountOf(name, then), now === null ? ZERO : amountOf(name, now)));
}

export function thenAndNowTotals(rows: readonly ThenAndNowSums[]): ThenAndNowSums {
  return each((name) => moved(sum(rows.map((row) => row[name].then)), sum(rows.map((row) => row[name].now))));
}

function moved(then: Cents, now: Cents): Moved {
  return { then, now, change: difference(now, then) };
}

function each(of: (name: Name) => Moved): ThenAndNowSums {
  return Object.fromEntries(COMPARED.map((name) => [name, of(name)])) as ThenAndNowSums;
}

function amountOf(name: Name, row: WipRow): Cents {
  switch (name) {
    case 'contract':
      return row.price;
    case 'estimate':
      return row.estimate;
    case 'profit':
      return row.estimatedGrossProfit;
    case 'cost':
      return row.position.costToDate;
    case 'earned':
      return row.position.earned;
    case 'billed':
      return row.position.billed;
    case 'overbilled':
      return overbilled(row.position);
    case 'backlog':
      return row.backlog;
  }
}
