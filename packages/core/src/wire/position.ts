import { z } from 'zod';
import {
  BEFORE_CONTRACT,
  BEFORE_ESTIMATE,
  COST_TREATMENTS,
  METHODS,
  PROJECT_KINDS,
  PROJECT_STATUSES,
} from '../ledger/project.ts';
import { LOSSES_PER, OBLIGATION_METHODS } from '../progress/obligation.ts';
import { STAGES } from '../progress/stage.ts';
import { Cents, Ratio, Day, Month, PhaseNumber, ProjectNumber } from '../shapes/values.ts';

const Obligation = z.object({
  ...{ phase: PhaseNumber, code: z.string(), name: z.string(), phases: z.array(PhaseNumber).readonly() },
  ...{ method: z.enum(OBLIGATION_METHODS), price: Cents, priceSince: Cents, isFinished: z.boolean() },
  ...{ budget: Cents, lineEstimates: Cents, zeroMargin: z.object({ cost: Cents, estimate: Cents }), costToDate: Cents },
  ...{ told: Ratio.nullable(), toldOn: Day.nullable() },
});
const Split = z.object({ lossesPer: z.enum(LOSSES_PER), obligations: z.array(Obligation).readonly() });

/** Where a project stands: what the effect of a forecast or of a sheet is worked out from. */
export const Position = z.object({
  project: z.object({
    ...{ id: ProjectNumber, code: z.string(), name: z.string(), kind: z.enum(PROJECT_KINDS) },
    ...{ status: z.enum(PROJECT_STATUSES), method: z.enum(METHODS), costTreatment: z.enum(COST_TREATMENTS) },
    ...{ beforeContract: z.enum(BEFORE_CONTRACT), beforeEstimate: z.enum(BEFORE_ESTIMATE) },
    startOn: Day,
    actualEndOn: Day.nullable(),
  }),
  contract: Cents,
  included: Cents,
  budget: Cents,
  lineEstimates: Cents,
  zeroMargin: z.object({ cost: Cents, estimate: Cents }),
  forecastMonth: Month.nullable(),
  override: z.object({ month: Month, amount: Cents, reason: z.string(), approvedSince: Cents }).nullable(),
  costToDate: Cents,
  earned: Cents,
  billed: Cents,
  billable: Cents,
  told: Ratio.nullable(),
  toldOn: Day.nullable(),
  wasted: Cents,
  provision: Cents,
  stage: z.enum(STAGES),
  split: Split.nullable(),
  phaseEarned: z.array(z.object({ phase: PhaseNumber, amount: Cents })).readonly(),
});
