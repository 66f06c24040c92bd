import { cents, larger, sum, ZERO, type Cents } from '../money/cents.ts';
import { earnedByMeasure } from './earned-by-measure.ts';
import { estimateAtCompletion } from './estimate-at-completion.ts';
import { holdsCost, isWaiting, measuredProgress, type KeptDecimals, type Progress } from './measured-progress.ts';
import type { Obligation, Split } from './obligation.ts';
import { obligationPositions } from './obligation-positions.ts';
import { progress } from './progress.ts';
import type { ProjectPosition } from './project-position.ts';
import { expectedLoss, provisionToDate } from './revenue-earned.ts';

/** What a project has earned to date by its measure, whatever was posted of it. */
export interface Earning {
  readonly estimate: Cents;
  readonly progress: Progress;
  readonly earnedToDate: Cents;
  /** All of its cost waits in WIP. */
  readonly isHeld: boolean;
  /** Cost of revenue to date: what does not wait. */
  readonly costOfRevenue: Cents;
  /** The whole loss that is expected of it. */
  readonly loss: Cents;
  readonly provisionToDate: Cents;
  /** What each obligation of a split contract has earned; of all others empty. */
  readonly parts: readonly ObligationEarning[];
}

export interface ObligationEarning {
  readonly obligation: Obligation;
  /** With its share of what all obligations have in common. */
  readonly position: ProjectPosition;
  readonly earning: Earning;
}

export function earning(position: ProjectPosition, kept: KeptDecimals): Earning {
  const parts = obligationPositions(position).map(({ obligation, position: part }) => ({
    ...{ obligation, position: part, earning: measuredEarning(part, kept) },
  }));
  const { split } = position;
  if (split === null || parts.length === 0) return measuredEarning(position, kept);
  const total = (of: (part: Earning) => Cents): Cents => sum(parts.map(({ earning: each }) => of(each)));
  return {
    estimate: estimateAtCompletion(position),
    progress: progress(position, kept),
    earnedToDate: total(({ earnedToDate }) => earnedToDate),
    isHeld: parts.every(({ earning: { isHeld } }) => isHeld),
    costOfRevenue: total(({ costOfRevenue }) => costOfRevenue),
    ...lossOf(parts, split),
    parts,
  };
}

/** By one measure. */
function measuredEarning(position: ProjectPosition, kept: KeptDecimals): Earning {
  const estimate = estimateAtCompletion(position);
  const reached = measuredProgress(position, kept);
  const isHeld = holdsCost(position.project, reached);
  const earnedToDate = earnedByMeasure(position, reached);
  const costOfRevenue = isHeld ? ZERO : position.costToDate;
  const loss = expectsLoss(position, reached) ? expectedLoss(position.contract, estimate) : ZERO;
  return {
    estimate,
    progress: reached,
    earnedToDate,
    isHeld,
    costOfRevenue,
    loss,
    provisionToDate: provisionToDate(loss, costOfRevenue, earnedToDate),
    parts: NO_PARTS,
  };
}

const NO_PARTS: Earning['parts'] = [];

/** A loss is expected of a contract that somebody has estimated. */
function expectsLoss({ contract }: ProjectPosition, reached: Progress): boolean {
  return contract > 0 && !isWaiting(reached) && reached.kind !== 'earns-its-cost';
}

/**
 * The loss of a split contract, of each obligation by itself or of all together; those without a price or an estimate stay outside. A
 * profit of one makes up for the loss of another only where losses are those of the contract.
 */
function lossOf(parts: readonly ObligationEarning[], { lossesPer }: Split): Pick<Earning, 'loss' | 'provisionToDate'> {
  const tested = parts.filter(({ position, earning: of }) => expectsLoss(position, of.progress));
  const total = (of: (part: ObligationEarning) => Cents): Cents => sum(tested.map(of));
  if (lossesPer === 'obligation') {
    return {
      loss: total(({ earning: { loss } }) => loss),
      provisionToDate: total(({ earning: of }) => of.provisionToDate),
    };
  }
  const loss = larger(
    ZERO,
    cents(total(({ earning: { estimate } }) => estimate) - total(({ position: { contract } }) => contract)),
  );
  const [cost, earned] = [
    total(({ earning: { costOfRevenue } }) => costOfRevenue),
    total(({ earning: { earnedToDate } }) => earnedToDate),
  ];
  return { loss, provisionToDate: provisionToDate(loss, cost, earned) };
}
