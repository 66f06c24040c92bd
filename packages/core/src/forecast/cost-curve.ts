import type { IsoDate } from '../calendar/iso-date.ts';
import { firstDay, lastDay, plusMonths, type Month } from '../calendar/month.ts';
import { cents, difference, type Cents } from '../money/cents.ts';
import { spreadOverMonths, type MonthAmount } from './spread-over-months.ts';

/** A month of the curve: by its end, what was planned, what has come, and what is forecast from then on. */
export interface CurvePoint {
  readonly month: Month;
  readonly planned: Cents;
  /** Null after the month the books are read through. */
  readonly actual: Cents | null;
  /** Null before that month. */
  readonly forecast: Cents | null;
}

/** A part of the plan, evenly spread over its days: the original budget, or a change from its day on. */
export interface PlannedPart {
  readonly amount: Cents;
  readonly from: IsoDate;
  readonly through: IsoDate;
}

export interface CurveBasis {
  readonly plan: readonly PlannedPart[];
  /** Cost by month through `through`. */
  readonly actual: readonly MonthAmount[];
  readonly estimate: Cents;
  readonly through: Month;
  readonly targetEnd: IsoDate;
}

/** Cumulative cost by month: plan, actual, and the forecast that leads from the actual to the estimate at the target end. */
export function costCurve({ plan, actual, estimate, through, targetEnd }: CurveBasis): readonly CurvePoint[] {
  const planned = plan.flatMap(({ amount, from, through: end }) => spreadOverMonths(amount, from, end));
  const spent = cents(actual.filter(({ month }) => month <= through).reduce((sum, { amount }) => sum + amount, 0));
  const next = firstDay(plusMonths(through, 1));
  const toCome = spreadOverMonths(
    difference(estimate, spent),
    next,
    targetEnd < next ? lastDay(plusMonths(through, 1)) : targetEnd,
  );
  const months = [...planned, ...actual, ...toCome].map(({ month }) => month).toSorted();
  const [first = through, last = through] = [months[0], months.at(-1)];
  const points: CurvePoint[] = [];
  for (let month = first; month <= last; month = plusMonths(month, 1)) {
    points.push({
      month,
      planned: upTo(planned, month),
      actual: month <= through ? upTo(actual, month) : null,
      forecast: month < through ? null : cents(spent + upTo(toCome, month)),
    });
  }
  return points;
}

function upTo(parts: readonly MonthAmount[], month: Month): Cents {
  return cents(parts.reduce((sum, part) => (part.month <= month ? sum + part.amount : sum), 0));
}
