import type { Generated } from 'kysely';
import type { CodingColumns } from './coding-columns.ts';
import type { Coded, Recorded } from './table-columns.ts';

/** Own equipment and overhead: what they are applied by, and what was. */
export interface OverheadTables {
  activity: Coded;
  equipment: Coded & { unit: string };
  /** `accounts` is JSON of account numbers. */
  overhead_pool: Coded & { base: string; accounts: string; cost_code_id: number | null };
  dated_rate: Recorded & {
    equipment_id: number | null;
    pool_id: number | null;
    effective_on: number;
    rate_e4: number;
  };
  equipment_use: CodingColumns & {
    id: Generated<number>;
    document_id: number;
    equipment_id: number;
    used_on: number;
    quantity_e4: number;
    rate_e4: number;
    cost_cents: number;
  };
  overhead_line: CodingColumns & {
    id: Generated<number>;
    document_id: number;
    pool_id: number;
    month: number;
    is_difference: number;
    amount_cents: number;
  };
}
