import { difference, larger, smaller, ZERO, type Cents } from '../money/cents.ts';
import { keptTo, NONE, ratio, WHOLE, type Ratio } from '../money/ratio.ts';
import { isEstimated, measuredOn } from './estimate-at-completion.ts';
import { percentComplete } from './percent-complete.ts';
import type { ProjectPosition } from './project-position.ts';
import { hasEnded } from './stage.ts';

/** By something else than cost: what was told, hours worked, units done. */
type ToldKind = 'surveyed' | 'by-milestones' | 'by-hours' | 'by-units';

export type Progress =
  | { readonly kind: 'not-measured' | 'no-estimate' | 'no-contract' | 'not-begun'; readonly complete: Ratio }
  | { readonly kind: 'not-told' | 'until-finished' | 'earns-its-cost'; readonly complete: Ratio }
  | { readonly kind: ToldKind | 'by-obligations'; readonly complete: Ratio }
  | { readonly kind: 'under-way' | 'finished' | 'cancelled' | 'as-billed' | 'as-billable'; readonly complete: Ratio }
  | { readonly kind: 'over-estimate'; readonly complete: Ratio; readonly overrun: Cents };

/** Decimals of a percent the company keeps; null keeps the exact ratio. */
export type KeptDecimals = number | null;

/**
 * How far a project, or an obligation of a split contract, is by its one measure. Cost above its estimate counts as complete, so that revenue stops at the contract. Without a contract
 * yet (proposed, before its start, no price) the work is measured all the same, but earns nothing. What is measured as billed needs
 * or as billable needs neither price nor estimate nor start: without a price it is not known how much is still to come, so none of it is
 * said to be complete.
 */
export function measuredProgress(position: ProjectPosition, kept: KeptDecimals): Progress {
  const { stage } = position;
  if (position.project.method === 'none') return { kind: 'not-measured', complete: NONE };
  if (position.project.method === 'as-billed') return { kind: 'as-billed', complete: shareBilled(position) };
  if (position.project.method === 'as-billable') return { kind: 'as-billable', complete: shareBillable(position) };
  if (stage === 'finished' || stage === 'cancelled') return { kind: stage, complete: WHOLE };
  if (!isEstimated(position)) return { kind: unestimated(position), complete: NONE };
  const measured = progressUnderWay(position, kept);
  return hasContract(position) ? measured : { kind: 'no-contract', complete: measured.complete };
}

function unestimated(position: ProjectPosition): 'no-contract' | 'no-estimate' | 'earns-its-cost' {
  if (!hasContract(position)) return 'no-contract';
  const { beforeEstimate, method } = position.project;
  return beforeEstimate === 'earns its cost' && method !== 'completed-contract' ? 'earns-its-cost' : 'no-estimate';
}

/** By the project's own measure, while it is under way. */
function progressUnderWay(position: ProjectPosition, kept: KeptDecimals): Progress {
  switch (position.project.method) {
    case 'completed-contract':
      return { kind: 'until-finished', complete: NONE };
    case 'surveyed':
      return toldProgress(position, 'surveyed', kept);
    case 'milestones':
      return toldProgress(position, 'by-milestones', kept);
    case 'labor-hours':
      return toldProgress(position, 'by-hours', kept);
    case 'units':
      return toldProgress(position, 'by-units', kept);
    case 'cost-to-cost':
    case 'as-billed':
    case 'as-billable':
    case 'none':
      return progressByCost(position, kept);
  }
}

function toldProgress({ told }: ProjectPosition, kind: ToldKind, kept: KeptDecimals): Progress {
  if (told === null) return { kind: 'not-told', complete: NONE };
  return { kind, complete: kept === null ? told : keptTo(kept, told) };
}

/** Cost to cost, whatever the project's measure is. */
export function progressByCost(position: ProjectPosition, kept: KeptDecimals): Progress {
  const { cost, estimate } = measuredOn(position);
  if (cost <= 0) return { kind: 'not-begun', complete: NONE };
  if (cost > estimate) return { kind: 'over-estimate', complete: WHOLE, overrun: difference(cost, estimate) };
  const exact = percentComplete(cost, estimate);
  return { kind: 'under-way', complete: kept === null ? exact : keptTo(kept, exact) };
}

function shareBilled({ stage, contract, billed }: ProjectPosition): Ratio {
  if (contract <= 0) return hasEnded(stage) ? WHOLE : NONE;
  return ratio(revenueAsBilled({ contract, billed }), contract);
}

function shareBillable({ stage, contract, billable }: ProjectPosition): Ratio {
  if (contract <= 0) return hasEnded(stage) ? WHOLE : NONE;
  return ratio(revenueAsBillable({ contract, billable }), contract);
}

/** Revenue to date of work that nobody has estimated: what it cost, which it is expected to recover, its price at most. ASC 606-10-25-37. */
export function revenueAtCost({ contract, costToDate }: Pick<ProjectPosition, 'contract' | 'costToDate'>): Cents {
  return smaller(larger(costToDate, ZERO), contract);
}

/** Revenue to date of time and materials: what the work done may be billed at, up to its limit where it has one. ASC 606-10-55-18. */
export function revenueAsBillable({ contract, billable }: Pick<ProjectPosition, 'contract' | 'billable'>): Cents {
  return revenueAsBilled({ contract, billed: billable });
}

/** Revenue to date of a project that earns as billed: the work billed, its price at most where it has one. */
export function revenueAsBilled({ contract, billed }: Pick<ProjectPosition, 'contract' | 'billed'>): Cents {
  const work = larger(billed, ZERO);
  return contract > 0 ? smaller(work, contract) : work;
}

/** Whether there is a contract that its work is under way for. */
export function hasContract({ stage, contract }: ProjectPosition): boolean {
  return stage === 'under way' && contract > 0;
}

/**
 * Whether its cost waits in WIP: nothing is earned yet, or not before it is finished. Not where it is expensed as incurred, nor before a
 * contract that it is not expected to be paid by.
 */
export function holdsCost({ costTreatment, beforeContract }: ProjectPosition['project'], reached: Progress): boolean {
  if (costTreatment === 'expense') return false;
  if (reached.kind === 'no-contract') return beforeContract === 'waits';
  return isWaiting(reached) || reached.kind === 'until-finished';
}

/** Whether nothing is earned yet and cost waits, for want of a contract or of an estimate. */
export function isWaiting({ kind }: Progress): boolean {
  return kind === 'no-contract' || kind === 'no-estimate';
}
