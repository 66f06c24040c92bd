import type { RecordKind } from '@lowtide/core/records/record-kinds.ts';
import { accountStore, costCodeStore, partyStore, taxCodeStore } from './coded-record-queries.ts';
import { activityStore, equipmentStore } from './equipment-record-queries.ts';
import { overheadPoolStore } from './overhead-pool-record-queries.ts';
import { codingRuleStore } from './coding-rule-record-queries.ts';
import { employeeStore } from './employee-record-queries.ts';
import { budgetLineStore } from './budget-record-queries.ts';
import { contractChangeStore, estimateOverrideStore } from './dated-record-queries.ts';
import { phaseStore } from './phase-record-queries.ts';
import { projectStore } from './project-record-queries.ts';
import type { RecordStore, VersionedTable } from './record-queries.ts';

/** How each kind of record is kept. */
export const STORES: Readonly<Record<RecordKind, RecordStore>> = {
  account: accountStore,
  'tax-code': taxCodeStore,
  client: partyStore('client'),
  supplier: partyStore('supplier'),
  employee: employeeStore,
  activity: activityStore,
  equipment: equipmentStore,
  'overhead-pool': overheadPoolStore,
  'cost-code': costCodeStore,
  'coding-rule': codingRuleStore,
  project: projectStore,
  phase: phaseStore,
  'budget-line': budgetLineStore,
  'contract-change': contractChangeStore,
  'estimate-override': estimateOverrideStore,
};

/** Tables of the kinds that can be changed, for their versions. */
export const TABLES: Readonly<Partial<Record<RecordKind, VersionedTable>>> = {
  account: 'account',
  'tax-code': 'tax_code',
  client: 'party',
  supplier: 'party',
  employee: 'employee',
  activity: 'activity',
  equipment: 'equipment',
  'overhead-pool': 'overhead_pool',
  'cost-code': 'cost_code',
  'coding-rule': 'coding_rule',
  project: 'project',
  phase: 'phase',
  'budget-line': 'budget_line',
};
