import { roundedQuotient } from '../money/ratio.ts';
import { rate, type Rate } from '../money/quantity.ts';
import { builtRate, HOUR_KIND_NAMES, HOUR_KINDS, type HourKind, type RatePart } from './build-up.ts';

/** What an hour costs, and how much of that is overhead, which no payroll pays. */
export interface HourRate {
  readonly rate: Rate;
  readonly overhead: Rate;
}

/** By how the hour is paid. */
export type HourRates = Readonly<Record<HourKind, HourRate>>;

function byHour(of: (hour: HourKind) => HourRate): HourRates {
  return Object.fromEntries(HOUR_KIND_NAMES.map((hour) => [hour, of(hour)])) as Record<HourKind, HourRate>;
}

/** The rates that a build-up comes to; overhead is the part of them that its overhead adds. */
export function ratesOf(parts: readonly RatePart[]): HourRates {
  const paid = parts.filter(({ group }) => group !== 'overhead');
  return byHour((hour) => {
    const { rate: whole } = builtRate(parts, hour);
    return { rate: whole, overhead: rate(whole - builtRate(paid, hour).rate) };
  });
}

/** The rates of an hour whose make-up nobody told: all of it rises in overtime, and none is overhead. */
export function ratesOfWhole(regular: Rate): HourRates {
  return byHour((hour) => {
    const { numerator, denominator } = HOUR_KINDS[hour];
    return { rate: rate(roundedQuotient(regular, numerator, denominator)), overhead: rate(0) };
  });
}

/** A rate that is the same however the hour is paid, such as what a client is billed. */
export function flatRates(regular: Rate): HourRates {
  return byHour(() => ({ rate: regular, overhead: rate(0) }));
}
