import type { PhaseId } from '../ledger/ids.ts';
import { cents, ZERO, type Cents } from '../money/cents.ts';
import type { ProjectPosition } from './project-position.ts';

/** What is added to a project in a phase: cost, estimate at completion, and what of both is of lines carried at zero margin. */
export interface Work {
  readonly cost: Cents;
  readonly estimate: Cents;
  readonly zeroCost: Cents;
  readonly zeroEstimate: Cents;
}

export const NO_WORK: Work = { cost: ZERO, estimate: ZERO, zeroCost: ZERO, zeroEstimate: ZERO };

/** Where a project stands with more work in one of its phases, or in none; of a split contract it is the work of its obligation. */
export function withWork(position: ProjectPosition, phase: PhaseId | null, work: Work): ProjectPosition {
  const { split } = position;
  return {
    ...position,
    ...moved(position, work),
    split: split && {
      ...split,
      obligations: split.obligations.map((obligation) =>
        phase !== null && obligation.phases.includes(phase)
          ? { ...obligation, ...moved(obligation, work) }
          : obligation,
      ),
    },
  };
}

type Worked = Pick<ProjectPosition, 'costToDate' | 'lineEstimates' | 'zeroMargin'>;

function moved({ costToDate, lineEstimates, zeroMargin }: Worked, work: Work): Worked {
  return {
    costToDate: cents(costToDate + work.cost),
    lineEstimates: cents(lineEstimates + work.estimate),
    zeroMargin: {
      cost: cents(zeroMargin.cost + work.zeroCost),
      estimate: cents(zeroMargin.estimate + work.zeroEstimate),
    },
  };
}
