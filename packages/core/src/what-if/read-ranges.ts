import { isEmpty, moneyIn, numberIn, type Cell } from '../cells/cell.ts';
import { cents, difference, sum, SumTooLarge, type Cents } from '../money/cents.ts';
import { MILLIONTHS, millionthsOf, ratio, shareOf, type Ratio } from '../money/ratio.ts';
import { accepted, following, gathered, problemsOf, refused, type Decision } from '../problems/decision.ts';
import type { Problem } from '../problems/problem.ts';
import type { KeptDecimals } from '../progress/measured-progress.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import { changedPosition, costToComplete, NO_CHANGES } from './changed-position.ts';
import { drawnCosts, quantile, type CostRange } from './drawn-costs.ts';
import { outcome, type Outcome } from './outcome.ts';

/** What a line will still cost, as typed: amounts, or a percent more or less: the likely one than its forecast, the others than what is likely. */
export interface RangeRow {
  readonly low: string;
  readonly likely: string;
  readonly high: string;
}

export const BLANK_RANGE: RangeRow = { low: '', likely: '', high: '' };

export interface RangeSheet {
  /** For every line whose own cell is empty. */
  readonly all: RangeRow;
  /** How much the lines move together, as typed: a percent. */
  readonly together: string;
  /** In the order of the lines. */
  readonly rows: readonly RangeRow[];
}

export interface RangeBasis {
  readonly position: ProjectPosition;
  readonly kept: KeptDecimals;
  /** What each line will still cost by its forecast: likely, while nobody types anything else. */
  readonly toCome: readonly Cents[];
}

/** So many of a hundred draws are at or below it. */
export const SHARES = [5, 25, 50, 75, 95] as const;

export interface RangeEnd {
  /** Of a hundred draws, how many end with so much profit or less. */
  readonly share: (typeof SHARES)[number];
  readonly estimate: Cents;
  readonly profit: Cents;
  readonly margin: Ratio | null;
}

/** Profit to date after a share of the work to come, at each of `SHARES`. */
export interface FanStep {
  readonly done: Ratio;
  readonly profits: readonly Cents[];
}

export interface RangeAnswer {
  readonly likely: Outcome;
  /** From the worst to the best. */
  readonly ends: readonly RangeEnd[];
  readonly fan: readonly FanStep[];
  /** Draws that end in a loss. */
  readonly losing: Ratio;
  /** Of each line: what is likely, and the part of the spread that it brings. */
  readonly lines: readonly { readonly likely: Cents; readonly spread: number }[];
  /** At `all/column`, `together`, or `place/column`; such a cell counts as if nothing were typed. */
  readonly problems: readonly Problem[];
}

export const DRAWS = 10_000;
const FAN_STEPS = 10;
const HALF = ratio(1, 2);

/** How far the profit of a project may be from what is likely, by the code that recognizes revenue. */
export function readRanges(sheet: RangeSheet, basis: RangeBasis): RangeAnswer {
  try {
    return drawnRanges(sheet, basis);
  } catch (error) {
    if (!(error instanceof SumTooLarge)) throw error;
    const tooLarge: Problem = { at: 'all/high', kind: 'number-too-large', typed: sheet.all.high };
    return { ...drawnRanges({ ...sheet, all: BLANK_RANGE, rows: [] }, basis), problems: [tooLarge] };
  }
}

function drawnRanges(sheet: RangeSheet, basis: RangeBasis): RangeAnswer {
  const read = basis.toCome.map((toCome, place) => rangeOf(sheet.rows[place] ?? BLANK_RANGE, sheet.all, toCome, place));
  const together = togetherIn(sheet.together);
  const ranges = read.map((each, place) => (each.ok ? each.value : certain(basis.toCome[place] ?? cents(0))));
  const drawn = drawnCosts(ranges, { draws: DRAWS, together: together.ok ? together.value : HALF });
  const likely = sum(ranges.map((range) => range.likely));
  // The dearest draws bring the least profit.
  const costs = SHARES.map((share) => quantile(drawn, 100 - share));
  const price = outcome(basis.position, basis.kept).price;
  const most = difference(price, basis.position.costToDate);
  return {
    likely: after({ toCome: likely, done: 0 }, basis),
    ends: SHARES.map((share, place) => endOf(share, after({ toCome: costs[place] ?? likely, done: 0 }, basis))),
    fan: fanSteps(basis).map((done) => ({
      done: ratio(done, FAN_STEPS),
      profits: costs.map((toCome) => profitAfter({ toCome, done }, basis)),
    })),
    losing: ratio(drawn.sums.filter((toCome) => Math.round(toCome) > most).length, DRAWS),
    lines: ranges.map((range, place) => ({ likely: range.likely, spread: drawn.spread[place] ?? 0 })),
    problems: [
      ...new Map([...read.flatMap(problemsOf), ...problemsOf(together)].map((each) => [each.at, each])).values(),
    ],
  };
}

/** Between now and the end only where cost is what shows progress. */
function fanSteps({ position }: RangeBasis): readonly number[] {
  const isByCost = position.project.method === 'cost-to-cost' && position.split === null;
  return isByCost ? Array.from({ length: FAN_STEPS + 1 }, (_, done) => done) : [0, FAN_STEPS];
}

interface Drawn {
  readonly toCome: Cents;
  /** Of `FAN_STEPS`. */
  readonly done: number;
}

function after({ toCome, done }: Drawn, { position, kept }: RangeBasis): Outcome {
  const dearer = difference(toCome, costToComplete(position));
  const work = done === 0 ? cents(0) : cents(Math.max(0, shareOf(toCome, ratio(done, FAN_STEPS))));
  return outcome(changedPosition(position, { ...NO_CHANGES, toComplete: dearer, work }), kept);
}

function profitAfter(drawn: Drawn, basis: RangeBasis): Cents {
  const { profitToDate, profitAtCompletion } = after(drawn, basis);
  return drawn.done === FAN_STEPS ? profitAtCompletion : profitToDate;
}

function endOf(share: RangeEnd['share'], { estimate, profitAtCompletion, margin }: Outcome): RangeEnd {
  return { share, estimate, profit: profitAtCompletion, margin };
}

function certain(likely: Cents): CostRange {
  return { low: likely, likely, high: likely };
}

function togetherIn(typed: string): Decision<Ratio> {
  const cell = { typed: typed.trim().replace(/\s*%$/, ''), at: 'together' };
  if (isEmpty(cell)) return accepted(HALF);
  return following(numberIn(cell, 4), (millionths) =>
    millionths >= 0 && millionths <= MILLIONTHS
      ? accepted(millionthsOf(millionths))
      : refused({ at: cell.at, kind: 'number-outside', field: 'how much moves together', least: '0 %', most: '100 %' }),
  );
}

function rangeOf(row: RangeRow, all: RangeSheet['all'], toCome: Cents, place: number): Decision<CostRange> {
  const cellOf = (column: keyof RangeRow): Cell =>
    row[column].trim() === ''
      ? { typed: all[column], at: `all/${column}` }
      : { typed: row[column], at: `${place}/${column}` };
  const cells = { low: cellOf('low'), likely: cellOf('likely'), high: cellOf('high') };
  return following(besideIn(cells.likely, toCome), (likely) =>
    following(gathered({ low: besideIn(cells.low, likely), high: besideIn(cells.high, likely) }), ({ low, high }) =>
      low <= likely && likely <= high
        ? accepted({ low, likely, high })
        : refused({ at: (low > likely ? cells.low : cells.high).at, kind: 'range-out-of-order', low, likely, high }),
    ),
  );
}

/** An amount, or `-10%`, `15 %`: so much less or more than another amount, whichever its sign; that one where nothing is typed. */
function besideIn(cell: Cell, other: Cents): Decision<Cents> {
  const typed = cell.typed.trim();
  if (typed === '') return accepted(other);
  if (!typed.endsWith('%')) return moneyIn(cell);
  const size = cents(Math.abs(other));
  return following(numberIn({ typed: typed.slice(0, -1), at: cell.at }, 4), (millionths) =>
    Math.abs(millionths) <= MOST_SHARE
      ? accepted(cents(other + shareOf(size, millionthsOf(millionths))))
      : refused({ at: cell.at, kind: 'number-too-large', typed: cell.typed }),
  );
}

/** Ten times the other amount. */
const MOST_SHARE = 10 * MILLIONTHS;
