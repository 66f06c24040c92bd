import type { IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import type { PayKind } from '../../rates/pay.ts';
import { cents, difference, type Cents } from '../../money/cents.ts';
import { extension, quantity, type Quantity } from '../../money/quantity.ts';
import { ratio, type Ratio } from '../../money/ratio.ts';
import { rateFinder, type AppliedRate, type RateBook, type WorkedHour } from '../../rates/applying-rule.ts';
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
  const rateOf = rateFinder(billRates);
  const priced = lines.map((line) => ({ line, bill: billed(line, line.billable ? rateOf(line) : null) }));
  return {
    rows: new Map([...groupedBy(priced, ({ line }) => keyOf(line))].map(([key, own]) => [key, sumsOf(own)])),
    totals: sumsOf(priced),
  };
}

/** What the line is billed at; null where it is billable and has no rate, nothing where it is not. */
function billed(line: ReportedHours, applied: AppliedRate | null): Cents | null {
  if (!line.billable) return cents(0);
  return applied === null ? null : extension(line.hours, applied.rule.rates[hourKindOf(line.pay)].rate);
}

interface PricedHours {
  readonly line: ReportedHours;
  readonly bill: Cents | null;
}

/** One pass over the lines: they may be a year of everybody's days. */
function sumsOf(priced: readonly PricedHours[]): HoursSums {
  let [all, leave, billable, onProjects, unrated, costs, bills] = [0, 0, 0, 0, 0, 0, 0];
  for (const { line, bill: billed } of priced) {
    const { hours, pay, project } = line;
    all += hours;
    costs += line.cost;
    bills += billed ?? 0;
    if (pay === 'leave') leave += hours;
    else if (project !== null) onProjects += hours;
    if (line.billable) billable += hours;
    if (billed === null) unrated += hours;
  }
  const [hours, billableHours] = [quantity(all - leave), quantity(billable)];
  const [cost, bill] = [cents(costs), cents(bills)];
  const profit = difference(bill, cost);
  return {
    ...{ hours, billableHours, leaveHours: quantity(leave) },
    ...{ projectHours: quantity(onProjects), indirectHours: quantity(all - leave - onProjects) },
    utilization: hours === 0 ? null : ratio(billableHours, hours),
    ...{ cost, bill, profit, unratedHours: quantity(unrated) },
    ratio: bill === 0 ? null : ratio(profit, bill),
  };
}
