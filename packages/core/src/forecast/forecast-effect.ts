import type { Change } from '../documents/project-outcome.ts';
import { difference, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';
import { estimateAtCompletion, marginAtCompletion } from '../progress/estimate-at-completion.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import { NO_RUN_COST, recognitionRow, type RunPolicy } from '../progress/recognition-run.ts';

/** What a forecast does to its project, before and after it counts. Revenue is what the month's run would add. */
export interface ForecastEffect {
  readonly estimate: Change<Cents>;
  readonly complete: Change<Ratio>;
  readonly margin: Change<Ratio | null>;
  readonly revenue: Change<Cents>;
  readonly provision: Change<Cents>;
}

/** What the lines of a forecast come to, and those of them that are carried at zero margin. */
export interface ForecastSums {
  readonly estimate: Cents;
  readonly zeroMargin: Cents;
}

/** By the code that recognizes. The new forecast counts before an estimate set by hand for the whole project earlier. */
export function forecastEffect(
  before: ProjectPosition,
  { estimate: lineEstimates, zeroMargin }: ForecastSums,
  policy: RunPolicy,
): ForecastEffect {
  const after: ProjectPosition = {
    ...{ ...before, lineEstimates, zeroMargin: { ...before.zeroMargin, estimate: zeroMargin } },
    ...{ override: null, forecastMonth: policy.month },
  };
  const [was, is] = [recognitionRow(before, NO_RUN_COST, policy), recognitionRow(after, NO_RUN_COST, policy)];
  const both = <T>(of: (row: typeof was) => T): Change<T> => ({ before: of(was), after: of(is) });
  return {
    estimate: both(({ position }) => estimateAtCompletion(position)),
    complete: both(({ progress }) => progress.complete),
    margin: both(({ position }) => marginAtCompletion(position)),
    revenue: both((row) => difference(row.earnedToDate, row.earnedBefore)),
    provision: both((row) => row.provisionToDate),
  };
}
