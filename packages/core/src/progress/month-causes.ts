import { cents, difference, ZERO, type Cents } from '../money/cents.ts';
import { earning, type Earning } from './earning.ts';
import type { Obligation, Split } from './obligation.ts';
import { agreedPrice, type ProjectPosition } from './project-position.ts';
import type { KeptDecimals } from './measured-progress.ts';

/**
 * Why a month earns what it does: how it is measured, the work done, the estimate, the price that is agreed, what is in it and not agreed,
 * the provision for its loss, and what was earned or provided otherwise than by the run before.
 */
export const CAUSES = ['measure', 'work', 'estimate', 'price', 'not agreed', 'loss', 'otherwise'] as const;
export type CauseName = (typeof CAUSES)[number];

export interface Cause {
  readonly cause: CauseName;
  readonly earned: Cents;
  /** Earned less cost of revenue, less the change of the provision. */
  readonly profit: Cents;
}

/** What a project stood at, and the decimals of percent complete that were kept then. */
export interface Standing {
  readonly position: ProjectPosition;
  readonly kept: KeptDecimals;
}

/**
 * What each change since the run before adds to the month, in the order of `CAUSES`, those that add nothing left out: the inputs of then
 * become those of now one after the other, and each step's change of what is earned is its cause. They add up to what the run earns, and
 * to what that leaves of its cost. `before` is what its run knew; null where there was none.
 */
export function monthCauses(before: Standing | null, { position: now, kept }: Standing): readonly Cause[] {
  const then = before ?? { position: asNothing(now), kept };
  const measured = {
    ...{ ...then.position, project: now.project, told: toldThen(then.position, now) },
    split: stepped(then.position.split, now.split, measureOf),
  };
  const worked = { ...measured, ...workOf(now, then.position), split: stepped(measured.split, now.split, workedOf) };
  const estimated = {
    ...{ ...worked, ...estimateOf(now), stage: withEnd(worked, now) },
    split: stepped(worked.split, now.split, estimatedOf),
  };
  const agreed = { ...estimated, ...priceOf(now, then.position.included), split: now.split };
  const steps = [
    { cause: 'measure', of: measured },
    { cause: 'work', of: worked },
    { cause: 'estimate', of: estimated },
    { cause: 'price', of: agreed },
    { cause: 'not agreed', of: now },
  ] as const;
  const start = earning(then.position, then.kept);
  let last = start;
  const causes = steps.map(({ cause, of }): Cause => {
    const reached = earning(of, kept);
    const earned = difference(reached.earnedToDate, last.earnedToDate);
    const profit = difference(grossProfit(reached), grossProfit(last));
    last = reached;
    return { cause, earned, profit };
  });
  const provided = difference(start.provisionToDate, last.provisionToDate);
  const otherwise = difference(start.earnedToDate, now.earned);
  return [
    ...causes,
    { cause: 'loss' as const, earned: ZERO, profit: provided },
    {
      cause: 'otherwise' as const,
      earned: otherwise,
      profit: cents(otherwise - (start.provisionToDate - now.provision)),
    },
  ].filter(({ earned, profit }) => earned !== 0 || profit !== 0);
}

/** Causes of several projects, each added up over all of them. */
export function causesTogether(all: readonly (readonly Cause[])[]): readonly Cause[] {
  const sums = new Map<CauseName, { earned: number; profit: number }>();
  for (const { cause, earned, profit } of all.flat()) {
    const of = sums.get(cause) ?? { earned: 0, profit: 0 };
    sums.set(cause, { earned: of.earned + earned, profit: of.profit + profit });
  }
  return CAUSES.flatMap((cause) => {
    const of = sums.get(cause);
    return of === undefined ? [] : [{ cause, earned: cents(of.earned), profit: cents(of.profit) }];
  });
}

function grossProfit({ earnedToDate, costOfRevenue }: Earning): Cents {
  return difference(earnedToDate, costOfRevenue);
}

/** A project of which nothing was known yet. */
function asNothing(now: ProjectPosition): ProjectPosition {
  return {
    project: now.project,
    ...{ contract: ZERO, included: ZERO, budget: ZERO, lineEstimates: ZERO, override: null, forecastMonth: null },
    ...{ zeroMargin: { cost: ZERO, estimate: ZERO }, costToDate: ZERO, earned: ZERO, billed: ZERO, billable: ZERO },
    ...{ told: null, toldOn: null, wasted: ZERO, provision: ZERO, stage: 'proposed', split: null, phaseEarned: [] },
  };
}

/** Another measure is seen with what was told by it: nothing was told by it before. */
function toldThen(then: ProjectPosition, now: ProjectPosition): ProjectPosition['told'] {
  return then.project.method === now.project.method ? then.told : now.told;
}

/**
 * The obligations of now as they were, with what a step takes of now; one that was none before is taken as it is now. Splitting a contract,
 * or no longer, goes with the measure.
 */
function stepped(
  then: Split | null,
  now: Split | null,
  taken: (now: Obligation, then: Obligation) => Partial<Obligation>,
): Split | null {
  if (now === null || then === null) return now;
  return {
    ...now,
    obligations: now.obligations.map((obligation) => {
      const before = then.obligations.find(({ phase }) => phase === obligation.phase);
      return before === undefined ? obligation : { ...before, ...taken(obligation, before) };
    }),
  };
}

function measureOf({ method, told, toldOn, phases }: Obligation, then: Obligation): Partial<Obligation> {
  return { method, phases, ...(method === then.method ? {} : { told, toldOn }) };
}

function workedOf({ costToDate, told, toldOn, zeroMargin }: Obligation, then: Obligation): Partial<Obligation> {
  return { costToDate, told, toldOn, zeroMargin: { cost: zeroMargin.cost, estimate: then.zeroMargin.estimate } };
}

function estimatedOf({ budget, lineEstimates, zeroMargin, isFinished }: Obligation): Partial<Obligation> {
  return { budget, lineEstimates, zeroMargin, isFinished };
}

function workOf(now: ProjectPosition, then: ProjectPosition) {
  const { costToDate, wasted, told, toldOn, billed, billable } = now;
  const zeroMargin = { cost: now.zeroMargin.cost, estimate: then.zeroMargin.estimate };
  return { costToDate, wasted, told, toldOn, billed, billable, zeroMargin };
}

function estimateOf({ budget, lineEstimates, override, forecastMonth, zeroMargin }: ProjectPosition) {
  return { budget, lineEstimates, override, forecastMonth, zeroMargin };
}

/** Finishing goes with the estimate: from then it is the cost. */
function withEnd(then: ProjectPosition, now: ProjectPosition): ProjectPosition['stage'] {
  return now.stage === 'finished' || then.stage === 'finished' ? now.stage : then.stage;
}

/** Start and cancelling go with the price, of which what is not agreed stays as it was. */
function priceOf(now: ProjectPosition, included: Cents) {
  return { contract: cents(agreedPrice(now) + included), included, stage: now.stage };
}
