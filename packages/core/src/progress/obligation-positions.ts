import { cents, sum, type Cents } from '../money/cents.ts';
import { estimateAtCompletion } from './estimate-at-completion.ts';
import { obligationPrices, sharesBy, type Obligation } from './obligation.ts';
import type { ProjectPosition } from './project-position.ts';

/** An obligation with the position it earns by, which has its share of what all obligations have in common. */
export interface ObligationPosition {
  readonly obligation: Obligation;
  readonly position: ProjectPosition;
}

/**
 * Where each obligation of a split contract stands. Cost and estimate of work that is of none of them are shared by the obligations' own
 * estimates at completion, so that the parts add up to the project. Empty where the contract is not split, and where the project is not
 * measured by its work.
 */
export function obligationPositions(position: ProjectPosition): readonly ObligationPosition[] {
  const { split, project } = position;
  if (split === null || NOT_BY_WORK.has(project.method)) return [];
  const { obligations } = split;
  const own = obligations.map(({ isFinished, costToDate, lineEstimates }) => (isFinished ? costToDate : lineEstimates));
  const withShares = (whole: Cents, of: (obligation: Obligation) => Cents): readonly Cents[] => {
    const amounts = obligations.map(of);
    const shares = sharesBy(cents(whole - sum(amounts)), own);
    return amounts.map((amount, place) => cents(amount + (shares[place] ?? 0)));
  };
  const whole = estimateAtCompletion({ ...position, stage: 'under way' });
  const prices = obligationPrices(position.contract, obligations);
  const costs = withShares(position.costToDate, ({ costToDate }) => costToDate);
  const estimates = withShares(whole, ({ lineEstimates }) => lineEstimates);
  const zeroCosts = withShares(position.zeroMargin.cost, ({ zeroMargin }) => zeroMargin.cost);
  const zeroEstimates = withShares(position.zeroMargin.estimate, ({ zeroMargin }) => zeroMargin.estimate);
  const wasted = sharesBy(position.wasted, own);
  const at = (amounts: readonly Cents[], place: number): Cents => amounts[place] ?? cents(0);
  return obligations.map((obligation, place) => ({
    obligation,
    position: {
      ...position,
      ...{ project: { ...project, method: obligation.method }, split: null, phaseEarned: [] },
      ...{ contract: at(prices, place), included: cents(0), budget: obligation.budget },
      ...estimated(position, obligation, at(estimates, place)),
      zeroMargin: { cost: at(zeroCosts, place), estimate: at(zeroEstimates, place) },
      ...{ costToDate: at(costs, place), wasted: at(wasted, place) },
      ...{ told: obligation.told, toldOn: obligation.toldOn },
      stage: obligation.isFinished && position.stage === 'under way' ? ('finished' as const) : position.stage,
    },
  }));
}

/** What is billed, or may be billed, says nothing of what an obligation earns. */
const NOT_BY_WORK: ReadonlySet<string> = new Set(['none', 'as-billed', 'as-billable']);

/** An obligation is estimated where its own work is, or where the whole was estimated by hand. */
function estimated(
  { override, forecastMonth }: ProjectPosition,
  { lineEstimates }: Obligation,
  estimate: Cents,
): Pick<ProjectPosition, 'lineEstimates' | 'override' | 'forecastMonth'> {
  return {
    lineEstimates: estimate,
    override: override && { ...override, amount: estimate, approvedSince: cents(0) },
    forecastMonth: lineEstimates > 0 ? forecastMonth : null,
  };
}
