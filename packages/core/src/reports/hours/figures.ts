import type { IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import type { PayKind } from '../../rates/pay.ts';
import { cents, difference, sum, type Cents } from '../../money/cents.ts';
import { extension, quantity, sumQuantity, type Quantity } from '../../money/quantity.ts';
import { ratio, type Ratio } from '../../money/ratio.ts';
import { appliedRate, type RateBook, type WorkedHour } from '../../rates/applying-rule.ts';
import { hourKindOf } from '../../rates/pay.ts';

/** Hours of somebody on a day, for a project or none, paid one way. */
export interface ReportedHours extends Omit<WorkedHour, 'day'> {
  readonly day: IsoDate;
  readonly pay: PayKind;
  readonly billable: boolean;
  readonly hours: Quantity;
  readonly cost: Cents;
}

export interface HoursSums {
  readonly hours: Quantity;
  readonly billableHours: Quantity;
  readonly projectHours: Quantity;
  readonly indirectHours: Quantity;
  readonly leaveHours: Quantity;
  readonly utilization: Ratio | null;
  readonly cost: Cents;
  readonly bill: Cents;
  readonly unratedHours: Quantity;
  readonly profit: Cents;
  readonly ratio: Ratio | null;
}

/** What hours come to by some key, and in all: their cost, and what clients may be billed for them at the rates of their days. */
export function hoursReport<Line extends ReportedHours>(
  lines: readonly Line[],
  billRates: RateBook,
  keyOf: (line: Line) => string,
): { readonly rows: ReadonlyMap<string, HoursSums>; readonly totals: HoursSums } {
  const priced = lines.map((line) => ({ line, bill: billed(line, billRates) }));
  return {
    rows: new Map([...groupedBy(priced, ({ line }) => keyOf(line))].map(([key, own]) => [key, sumsOf(own)])),
    totals: sumsOf(priced),
  };
}

/** What the line is billed at; null where it is billable and has no rate, nothing where it is not. */
function billed(line: ReportedHours, billRates: RateBook): Cents | null {
  if (!line.billable) return cents(0);
  const applied = appliedRate(billRates, line);
  return applied === null ? null : extension(line.hours, applied.rule.rates[hourKindOf(line.pay)].rate);
}

interface PricedHours {
  readonly line: ReportedHours;
  readonly bill: Cents | null;
}

function sumsOf(priced: readonly PricedHours[]): HoursSums {
  const hoursOf = (test: (line: PricedHours) => boolean): Quantity =>
    sumQuantity(priced.filter(test).map(({ line }) => line.hours));
  const leaveHours = hoursOf(({ line }) => line.pay === 'leave');
  const all = hoursOf(() => true);
  const hours = quantity(all - leaveHours);
  const billableHours = hoursOf(({ line }) => line.billable);
  const [cost, bill] = [sum(priced.map(({ line }) => line.cost)), sum(priced.map((each) => each.bill ?? cents(0)))];
  const profit = difference(bill, cost);
  return {
    ...{ hours, billableHours, leaveHours },
    projectHours: hoursOf(({ line }) => line.project !== null && line.pay !== 'leave'),
    indirectHours: hoursOf(({ line }) => line.project === null && line.pay !== 'leave'),
    utilization: hours === 0 ? null : ratio(billableHours, hours),
    ...{ cost, bill, profit },
    unratedHours: hoursOf((each) => each.bill === null),
    ratio: bill === 0 ? null : ratio(profit, bill),
  };
}
