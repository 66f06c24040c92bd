import { isEmpty, moneyIn, numberIn, quantityIn, rateIn, required, type Cell } from '../cells/cell.ts';
import type { Cents } from '../money/cents.ts';
import type { Quantity } from '../money/quantity.ts';
import { millionthsOf } from '../money/ratio.ts';
import { accepted, following, gathered, listed, mapped, refused, type Decision } from '../problems/decision.ts';
import { PART_GROUPS, type Ceiling, type PartGroup, type RatePart } from './build-up.ts';
import type { BuildUpColumn, BuildUpRow } from './build-up-row.ts';

/** What an amount may be of. */
export const PER = ['hour', '% of wage', 'month', 'year'] as const;
type Per = (typeof PER)[number];

/** The parts of a build-up as typed, blank rows left out. Problems are at `buildUp/2/amount`. */
export function readBuildUp(rows: readonly BuildUpRow[]): Decision<readonly RatePart[]> {
  const read = rows.flatMap((row, place) => (isBlank(row) ? [] : [partIn({ row, place })]));
  if (read.length === 0) return refused({ at: 'buildUp', kind: 'nothing-entered' });
  return following(listed(read), (parts) =>
    parts.some(({ kind }) => kind === 'wage' || kind === 'salary')
      ? accepted(parts)
      : refused({ at: 'buildUp', kind: 'missing', field: 'the wage' }),
  );
}

function isBlank(row: BuildUpRow): boolean {
  return Object.values(row).every((typed) => typed.trim() === '');
}

interface PlacedRow {
  readonly row: BuildUpRow;
  readonly place: number;
}

function cellOf({ row, place }: PlacedRow, column: BuildUpColumn): Cell {
  return { typed: row[column], at: `buildUp/${place}/${column}` };
}

function partIn(placed: PlacedRow): Decision<RatePart> {
  const head = gathered({
    group: required(cellOf(placed, 'group'), 'what it pays for', (cell) => wordIn(PART_GROUPS, cell)),
    per: required(cellOf(placed, 'per'), 'what the amount is of', (cell) => wordIn(PER, cell)),
  });
  return following(head, ({ group, per }) => {
    const name = placed.row.name.trim() || group;
    return group === 'wage' ? wageIn(placed, { name, group, per }) : addedIn(placed, { name, group, per });
  });
}

interface PartHead {
  readonly name: string;
  readonly group: PartGroup;
  readonly per: Per;
}

function wageIn(placed: PlacedRow, { name, group, per }: PartHead): Decision<RatePart> {
  const cell = cellOf(placed, 'amount');
  if (per === '% of wage') return addedIn(placed, { name, group, per });
  if (per === 'hour') {
    return mapped(amountIn(cell, rateIn), (perHour): RatePart => ({ kind: 'wage', name, group, perHour }));
  }
  return mapped(gathered({ paid: amountIn(cell, moneyIn), productiveHours: hoursIn(placed) }), (read): RatePart => ({
    kind: 'salary',
    name,
    group,
    ...read,
  }));
}

function addedIn(placed: PlacedRow, { name, group, per }: PartHead): Decision<RatePart> {
  const cell = cellOf(placed, 'amount');
  if (per === 'hour') {
    return mapped(amountIn(cell, rateIn), (perHour): RatePart => ({ kind: 'per-hour', name, group, perHour }));
  }
  if (per === '% of wage') {
    return mapped(
      gathered({ percent: amountIn(cell, percentIn), ceiling: ceilingIn(placed) }),
      ({ percent, ceiling }): RatePart => ({
        ...{ kind: 'of-wage', name, group, ceiling },
        share: millionthsOf(percent),
      }),
    );
  }
  return mapped(
    gathered({ paid: amountIn(cell, moneyIn), hours: hoursIn(placed), heads: headsIn(placed) }),
    (read): RatePart => ({ kind: 'per-period', name, group, ...read }),
  );
}

/** A number from nothing up, as it is written. */
function amountIn<T extends number>(cell: Cell, read: (cell: Cell) => Decision<T>): Decision<T> {
  return following(required(cell, 'the amount', read), (amount): Decision<T> =>
    amount < 0
      ? refused({ at: cell.at, kind: 'number-outside', field: 'the amount', least: '0', most: '90,000,000,000' })
      : accepted(amount),
  );
}

/** A percent to four decimals, in millionths of one. */
function percentIn(cell: Cell): Decision<number> {
  return numberIn({ ...cell, typed: cell.typed.trimEnd().replace(/%$/, '') }, 4);
}

function hoursIn(placed: PlacedRow): Decision<Quantity> {
  const cell = cellOf(placed, 'hours');
  return following(required(cell, 'the hours it is divided by', quantityIn), (hours): Decision<Quantity> =>
    hours <= 0
      ? refused({ at: cell.at, kind: 'number-outside', field: 'the hours', least: '0.0001', most: '90,000,000,000' })
      : accepted(hours),
  );
}

function headsIn(placed: PlacedRow): Decision<number> {
  const cell = cellOf(placed, 'heads');
  if (isEmpty(cell)) return accepted(1);
  return following(numberIn(cell, 0), (heads): Decision<number> =>
    heads < 1 || heads > 1_000_000
      ? refused({ at: cell.at, kind: 'number-outside', field: 'the people covered', least: '1', most: '1,000,000' })
      : accepted(heads),
  );
}

function ceilingIn(placed: PlacedRow): Decision<Ceiling> {
  const ceiling = cellOf(placed, 'ceiling');
  if (isEmpty(ceiling)) return accepted({ kind: 'none' });
  const above = (cell: Cell, field: string): Decision<Cents> =>
    following(required(cell, field, moneyIn), (amount) =>
      amount <= 0
        ? refused({ at: cell.at, kind: 'number-outside', field, least: '0.01', most: '900,000,000,000' })
        : accepted(amount),
    );
  return mapped(
    gathered({
      yearlyCeiling: above(ceiling, 'the ceiling'),
      expectedYearlyWage: above(cellOf(placed, 'yearlyWage'), "the year's expected wage"),
    }),
    (read): Ceiling => ({ kind: 'averaged', ...read }),
  );
}

function wordIn<const W extends string>(words: readonly W[], { typed, at }: Cell): Decision<W> {
  const word = typed.trim().toLowerCase();
  const chosen = words.find((one) => one === word) ?? words.find((one) => one.startsWith(word));
  return chosen === undefined ? refused({ at, kind: 'not-a-choice', typed, choices: words }) : accepted(chosen);
}
