import type { Change } from '../documents/project-outcome.ts';
import { difference, sum, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';
import { estimateAtCompletion, marginAtCompletion } from '../progress/estimate-at-completion.ts';
import type { Split } from '../progress/obligation.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import type { PhaseForecast } from './forecast-sheet.ts';
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
  readonly phases: readonly PhaseForecast[];
}

/** By the code that recognizes. The new forecast counts before an estimate set by hand for the whole project earlier. */
export function forecastEffect(
  before: ProjectPosition,
  { estimate: lineEstimates, zeroMargin, phases }: ForecastSums,
  policy: RunPolicy,
): ForecastEffect {
  const after: ProjectPosition = {
    ...{ ...before, lineEstimates, zeroMargin: { ...before.zeroMargin, estimate: zeroMargin } },
    ...{ override: null, forecastMonth: policy.month, split: forecastSplit(before.split, phases) },
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

/** Each obligation of a split contract with the forecast of its phases. */
function forecastSplit(split: Split | null, phases: readonly PhaseForecast[]): Split | null {
  return (
    split && {
      ...split,
      obligations: split.obligations.map((obligation) => {
        const own = phases.filter(({ phase }) => obligation.phases.includes(phase));
        return {
          ...obligation,
          lineEstimates: sum(own.map(({ estimate }) => estimate)),
          zeroMargin: { ...obligation.zeroMargin, estimate: sum(own.map(({ zeroMargin }) => zeroMargin)) },
        };
      }),
    }
  );
}
