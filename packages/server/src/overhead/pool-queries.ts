import { costCodeId, type CostCodeId } from '@lowtide/core/ledger/ids.ts';
import type { OverheadBase } from '@lowtide/core/overhead/overhead-pool.ts';
import type { Db } from '../database/schema.ts';

export interface OverheadPool {
  readonly id: number;
  readonly version: number;
  readonly code: string;
  readonly name: string;
  readonly base: OverheadBase;
  /** Numbers of the expense accounts it gathers. */
  readonly accounts: readonly number[];
  /** The cost code that takes all of it; null for the code of the cost it is applied by. */
  readonly onto: CostCodeId | null;
}

export async function overheadPools(db: Db): Promise<readonly OverheadPool[]> {
  const rows = await db
    .selectFrom('overhead_pool')
    .select(['id', 'version', 'code', 'name', 'base', 'accounts', 'cost_code_id'])
    .orderBy('code')
    .execute();
  return rows.map(({ base, accounts, cost_code_id, ...row }) => ({
    ...row,
    base: base as OverheadBase,
    onto: cost_code_id === null ? null : costCodeId(cost_code_id),
    accounts: JSON.parse(accounts) as number[],
  }));
}
