import { ACTIVITY } from './activity.ts';
import { ACCOUNT } from './account.ts';
import { BUDGET_LINE } from './budget-line.ts';
import { CLIENT } from './client.ts';
import { CODING_RULE } from './coding-rule.ts';
import { CONTRACT_CHANGE } from './contract-change.ts';
import { COST_CODE } from './cost-code.ts';
import { EMPLOYEE } from './employee.ts';
import { EQUIPMENT } from './equipment.ts';
import { ESTIMATE_OVERRIDE } from './estimate-override.ts';
import { OVERHEAD_POOL } from './overhead-pool.ts';
import { PHASE } from './phase.ts';
import { PROJECT } from './project.ts';
import { SUPPLIER } from './supplier.ts';
import { TAX_CODE } from './tax-code.ts';
import type { Field, KindOfRecord } from './field.ts';

/** Every kind of record the books are set up with, each told in a file of its own. */
export const RECORD_KINDS = {
  account: ACCOUNT,
  'tax-code': TAX_CODE,
  client: CLIENT,
  supplier: SUPPLIER,
  employee: EMPLOYEE,
  activity: ACTIVITY,
  equipment: EQUIPMENT,
  'overhead-pool': OVERHEAD_POOL,
  'cost-code': COST_CODE,
  'coding-rule': CODING_RULE,
  project: PROJECT,
  phase: PHASE,
  'budget-line': BUDGET_LINE,
  'contract-change': CONTRACT_CHANGE,
  'estimate-override': ESTIMATE_OVERRIDE,
} as const satisfies Record<string, KindOfRecord>;

export type RecordKind = keyof typeof RECORD_KINDS;
export const RECORD_KIND_NAMES = Object.keys(RECORD_KINDS) as readonly RecordKind[];

export function kindOfRecord(kind: RecordKind): KindOfRecord {
  return RECORD_KINDS[kind];
}

export function fieldsOf(kind: RecordKind): readonly Field[] {
  return RECORD_KINDS[kind].fields;
}
