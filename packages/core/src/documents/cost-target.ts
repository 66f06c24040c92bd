import { filled, isEmpty, type Cell } from '../cells/cell.ts';
import type { AccountId } from '../ledger/ids.ts';
import type { Coding } from '../ledger/dimensions.ts';
import type { Project } from '../ledger/project.ts';
import type { OrderTarget } from '../orders/order-line.ts';
import { following, mapped, type Decision } from '../problems/decision.ts';
import type { Catalog } from './catalog.ts';
import { codingIn, type TypedCoding } from './coding.ts';
import { accountIn } from './journal/accounts.ts';

/** Where what is bought belongs. */
export type CostTarget =
  | { readonly kind: 'project'; readonly project: Project; readonly coding: Coding }
  | { readonly kind: 'account'; readonly account: AccountId };

/** A project with its coding, or, without a project, the account in the cell of the code. */
export function costTargetIn(typed: TypedCoding, row: string, catalog: Catalog): Decision<CostTarget> {
  const code: Cell = { typed: typed.code, at: `${row}/code` };
  if (!isEmpty({ typed: typed.project, at: row })) {
    return mapped(codingIn(typed, row, catalog), (read) => ({ kind: 'project', ...read }));
  }
  return following(filled(code, 'the project, or the account,'), (cell) =>
    mapped(accountIn(cell, catalog.accounts), ({ id }) => ({ kind: 'account', account: id })),
  );
}

/** Where the cost of a line of an order belongs, with its project; null where that is not among those given. */
export function orderedTarget(target: OrderTarget, projects: readonly Project[]): CostTarget | null {
  if (target.kind === 'account') return target;
  const project = projects.find(({ id }) => id === target.coding.project);
  return project === undefined ? null : { kind: 'project', project, coding: target.coding };
}
