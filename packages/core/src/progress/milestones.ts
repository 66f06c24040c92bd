import { ratio, type Ratio } from '../money/ratio.ts';

/** A milestone of a project, with its weight among those of the project in millionths of whatever their sum is. */
export interface Milestone {
  readonly weight: number;
  readonly isReached: boolean;
}

/**
 * Weights of the milestones reached ÷ all weights; null without any. Output method, ASC 606-10-55-17, IFRS 15.B15: milestones reached show
 * progress where they come close to what was transferred.
 */
export function milestonesReached(milestones: readonly Milestone[]): Ratio | null {
  const weightOf = (some: readonly Milestone[]): number => some.reduce((all, { weight }) => all + weight, 0);
  const whole = weightOf(milestones);
  return whole === 0 ? null : ratio(weightOf(milestones.filter(({ isReached }) => isReached)), whole);
}
