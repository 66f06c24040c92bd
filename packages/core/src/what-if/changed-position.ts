import { cents, MOST_SUM, ZERO, type Cents } from '../money/cents.ts';
import { ratio, shareOf } from '../money/ratio.ts';
import { estimateAtCompletion } from '../progress/estimate-at-completion.ts';
import type { ProjectPosition } from '../progress/project-position.ts';

/** What is asked of a project, each in addition to what it stands at. */
export interface Changes {
  /** Of its price. */
  readonly price: Cents;
  /** Of what it will still cost. */
  readonly toComplete: Cents;
  /** Cost of work done by the month's end; it lowers what it will still cost. */
  readonly work: Cents;
  readonly billed: Cents;
}

export const NO_CHANGES: Changes = { price: ZERO, toComplete: ZERO, work: ZERO, billed: ZERO };

/** What a project will still cost. */
export function costToComplete(position: ProjectPosition): Cents {
  return cents(estimateAtCompletion(position) - position.costToDate);
}

/** Where a project would stand with the changes. More work than was still to come makes it dearer by what is beyond. */
export function changedPosition(
  position: ProjectPosition,
  { price, toComplete, work, billed }: Changes,
): ProjectPosition {
  const beyond = cents(Math.max(0, work - Math.max(0, costToComplete(position) + toComplete)));
  return withEstimate(
    {
      ...position,
      contract: cents(position.contract + price),
      costToDate: cents(position.costToDate + work),
      billed: cents(position.billed + billed),
    },
    cents(toComplete + beyond),
  );
}

/** The same project, dearer by so much at completion. */
function withEstimate(position: ProjectPosition, more: Cents): ProjectPosition {
  const { override, lineEstimates } = position;
  return override === null
    ? { ...position, lineEstimates: cents(lineEstimates + more) }
    : { ...position, override: { ...override, amount: cents(override.amount + more) } };
}

/** The same project, its estimate at completion one percent dearer, within what sums can hold. */
export function onePercentDearer(position: ProjectPosition): ProjectPosition {
  const estimate = estimateAtCompletion(position);
  const most = MOST_SUM - Math.max(0, estimate);
  return withEstimate(position, cents(Math.min(most, shareOf(estimate, ratio(1, 100)))));
}
