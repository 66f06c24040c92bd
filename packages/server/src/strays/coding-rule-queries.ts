import type { CodingRule } from '@lowtide/core/coding/coding-rule.ts';
import { accountId, partyId } from '@lowtide/core/ledger/ids.ts';
import type { Db } from '../database/schema.ts';

/** Coding rules with the codes of what they name, by code. */
export async function codingRuleRows(db: Db) {
  return db
    .selectFrom('coding_rule as r')
    .leftJoin('party as s', 's.id', 'r.supplier_id')
    .leftJoin('account as a', 'a.id', 'r.account_id')
    .innerJoin('project as p', 'p.id', 'r.project_id')
    .innerJoin('cost_code as k', 'k.id', 'r.cost_code_id')
    .select(['r.id', 'r.version', 'r.code', 'r.name', 'r.words', 'r.phase', 'r.cost_type', 'r.supplier_id'])
    .select(['r.account_id', 's.code as supplier', 'a.code as account', 'p.code as project', 'k.code as cost_code'])
    .orderBy('r.code')
    .execute();
}

/** The rules as core proposes by them. */
export async function codingRules(db: Db): Promise<readonly CodingRule[]> {
  return (await codingRuleRows(db)).map((row) => ({
    code: row.code,
    supplier: row.supplier_id === null ? null : partyId(row.supplier_id),
    account: row.account_id === null ? null : accountId(row.account_id),
    words: row.words,
    project: row.project,
    costCode: row.phase === '' ? row.cost_code : `${row.phase}/${row.cost_code}`,
    costType: row.cost_type,
  }));
}
