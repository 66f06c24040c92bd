import type { IsoDate } from '../calendar/iso-date.ts';
import type { Month } from '../calendar/month.ts';
import type { Cents } from '../money/cents.ts';

/** What is wrong with how a project's progress is measured or told. */
export interface ProgressFacts {
  'measured-in-another-way': { readonly project: string };
  'already-included': { readonly name: string };
  'change-order-decided': { readonly name: string };
  'completed-expenses-cost': Record<never, never>;
  'prices-not-the-contract': { readonly prices: Cents; readonly contract: Cents };
  'no-obligation': { readonly phase: string };
  'day-to-come': { readonly day: IsoDate };
  'forecasts-not-asked': { readonly month: Month };
  'forecast-asked': { readonly month: Month };
  'moved-without-why': { readonly moved: string; readonly limit: string };
  'forecast-not-waiting': { readonly project: string };
  'range-out-of-order': { readonly low: Cents; readonly likely: Cents; readonly high: Cents };
}

/** What deserves a second look about progress. */
export interface ProgressConcerns {
  'no-estimate': { readonly project: string };
  'progress-old': { readonly project: string; readonly on: IsoDate };
  'progress-not-told': { readonly project: string; readonly cost: Cents };
}
