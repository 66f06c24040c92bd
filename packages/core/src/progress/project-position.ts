import type { IsoDate } from '../calendar/iso-date.ts';
import type { Month } from '../calendar/month.ts';
import type { Coding } from '../ledger/dimensions.ts';
import type { PhaseId } from '../ledger/ids.ts';
import type { BeforeItIsMeasured, Project } from '../ledger/project.ts';
import type { MeasureValues } from '../ledger/measures.ts';
import { cents, difference, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';
import type { Split } from './obligation.ts';
import type { Stage } from './stage.ts';

/** An estimate at completion set by hand, from a month on. */
export interface EstimateOverride {
  readonly month: Month;
  readonly amount: Cents;
  readonly reason: string;
  /** Cost that change orders added since it was set. */
  readonly approvedSince: Cents;
}

/** All that is known of one project at a month's end, to date, in minor units. */
export interface ProjectPosition {
  readonly project: Omit<Project, 'client' | 'taxCode' | 'phases'> & BeforeItIsMeasured;
  /** The price of the work: original contract, the changes effective by then, and what of it is included and not agreed. */
  readonly contract: Cents;
  /** Of the price, what is included and not agreed yet: claims, bonuses, penalties, pending change orders (ASC 606-10-32-5 to 32-14). */
  readonly included: Cents;
  /** Revised budget, cost side: the sum of its lines. */
  readonly budget: Cents;
  /** Sum of the estimates at completion of budget lines, and of codings without one. */
  readonly lineEstimates: Cents;
  /** Of the lines that are carried at zero margin: their cost to date, and their estimates at completion. */
  readonly zeroMargin: { readonly cost: Cents; readonly estimate: Cents };
  /** Month of the latest forecast by then; null without one. */
  readonly forecastMonth: Month | null;
  readonly override: EstimateOverride | null;
  readonly costToDate: Cents;
  readonly earned: Cents;
  readonly billed: Cents;
  /** What work of time and materials may be billed at, less what was written down of it. */
  readonly billable: Cents;
  /**
   * Its progress where cost does not say it: surveyed, by its milestones, by hours or by units; null before anything was told, and where it
   * is measured otherwise.
   */
  readonly told: Ratio | null;
  /** The day it was told of, where it is surveyed or counted in units. */
  readonly toldOn: IsoDate | null;
  /** Of its cost, what shows no progress: work done twice, material that was spoiled. */
  readonly wasted: Cents;
  /** Loss provision posted. */
  readonly provision: Cents;
  readonly stage: Stage;
  /** Its performance obligations, where the contract is split. */
  readonly split: Split | null;
  /** Of what it earned, what was posted with a phase. */
  readonly phaseEarned: readonly PhaseAmount[];
}

export interface PhaseAmount {
  readonly phase: PhaseId;
  readonly amount: Cents;
}

/** The price that is agreed, which is what may be billed. */
export function agreedPrice({ contract, included }: Pick<ProjectPosition, 'contract' | 'included'>): Cents {
  return difference(contract, included);
}

/** Cost of a coding in the accounts that are looked at. */
export interface CodedAmount {
  readonly coding: Coding;
  readonly amount: Cents;
}

/** Billed − earned: above zero overbilled (a contract liability), below zero underbilled (a contract asset). */
export function overbilled({ billed, earned }: Pick<ProjectPosition, 'billed' | 'earned'>): Cents {
  return difference(billed, earned);
}

/**
 * What the whole work is priced at: the contract. Measured as billed or as billable and without a price, what is billed or may be billed is
 * all that is known of it; the figure that says so is the one people can trace.
 */
export function priceOf({
  project,
  contract,
  billed,
  billable,
}: Pick<ProjectPosition, 'contract' | 'billed' | 'billable'> & { readonly project: Pick<Project, 'method'> }): {
  readonly amount: Cents;
  readonly figure: 'contract' | 'billed' | 'billable';
} {
  if (contract > 0) return { amount: contract, figure: 'contract' };
  if (project.method === 'as-billed') return { amount: billed, figure: 'billed' };
  if (project.method === 'as-billable') return { amount: billable, figure: 'billable' };
  return { amount: contract, figure: 'contract' };
}

/**
 * A contract's net on the balance sheet: earned − billed, with what the client holds back and what is left of its deposits. Above zero a
 * contract asset, below zero a contract liability.
 */
export function contractNet({ earned, billed, retained, deposit }: ContractSides): Cents {
  return cents(earned - billed + retained - deposit);
}

type ContractSides = Pick<MeasureValues, 'earned' | 'billed' | 'retained' | 'deposit'>;
