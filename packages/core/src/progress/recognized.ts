import type { PhaseId, ProjectId } from '../ledger/ids.ts';
import type { Coding } from '../ledger/dimensions.ts';
import type { Cents } from '../money/cents.ts';

/** What a recognition run changes for one project; each amount is the change since what was posted before. */
export interface Recognized {
  readonly project: ProjectId;
  /** By the phases of a split contract; null for what is of none. */
  readonly earned: readonly { readonly phase: PhaseId | null; readonly amount: Cents }[];
  /** Cost leaving WIP, by its coding. */
  readonly released: readonly { readonly coding: Coding; readonly amount: Cents }[];
  readonly lossProvision: Cents;
}
