import type { CostType } from '../ledger/cost-type.ts';

export interface StarterCostCode {
  readonly code: string;
  readonly name: string;
  readonly costType: CostType;
}

/** What somebody begins with who has no cost codes yet: one for each cost type. Names and codes may be changed later. */
export const STARTER_COST_CODES: readonly StarterCostCode[] = [
  { code: '00-100', name: 'Labor', costType: 'labor' },
  { code: '00-200', name: 'Material', costType: 'material' },
  { code: '00-300', name: 'Subcontracts', costType: 'subcontract' },
  { code: '00-400', name: 'Equipment', costType: 'equipment' },
  { code: '00-500', name: 'Overhead', costType: 'overhead' },
  { code: '00-900', name: 'Other cost', costType: 'other' },
];
