import { isoDate } from '../calendar/iso-date.ts';
import { projectId } from '../ledger/ids.ts';
import type { BeforeItIsMeasured, Project } from '../ledger/project.ts';
import { cents, ZERO, type Cents } from '../money/cents.ts';
import type { ProjectPosition } from './project-position.ts';

/** A contract under way, for tests. */
export const PROJECT: Project & BeforeItIsMeasured = {
  id: projectId(1),
  code: 'P-1',
  name: 'Tide gate',
  kind: 'client',
  client: null,
  status: 'active',
  method: 'cost-to-cost',
  costTreatment: 'hold',
  beforeContract: 'waits',
  beforeEstimate: 'waits',
  startOn: isoDate('2027-01-01'),
  actualEndOn: null,
  taxCode: null,
  phases: [],
};

/** Amounts in dollars. */
export function position(
  dollars: { contract: number; cost: number; budget: number },
  more: Partial<ProjectPosition> = {},
): ProjectPosition {
  const money = (amount: number): Cents => cents(Math.round(amount * 100));
  return {
    project: PROJECT,
    contract: money(dollars.contract),
    included: ZERO,
    budget: money(dollars.budget),
    lineEstimates: money(dollars.budget),
    zeroMargin: { cost: ZERO, estimate: ZERO },
    forecastMonth: null,
    override: null,
    costToDate: money(dollars.cost),
    earned: ZERO,
    ...{ billed: ZERO, billable: ZERO },
    ...{ told: null, toldOn: null, wasted: ZERO },
    provision: ZERO,
    ...{ stage: 'under way', split: null, phaseEarned: [] },
    ...more,
  };
}
