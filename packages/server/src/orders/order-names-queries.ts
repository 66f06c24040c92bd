import { codeLabel } from '@lowtide/core/documents/budget-warnings.ts';
import type { Order } from '@lowtide/core/orders/order.ts';
import { commitment, openToBill, openToReceive, type OrderLine } from '@lowtide/core/orders/order-line.ts';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { projects } from '../company/project-queries.ts';
import { accounts } from '../company/company-queries.ts';

/** How the lines of orders are called: their project, and their coding or account. */
export async function lineNames(db: Db) {
  const [all, codes, chart] = [await projects(db), await costCodes(db), await accounts(db)];
  const byId = new Map(all.map((project) => [project.id, project]));
  return ({ target }: OrderLine): { readonly project: string; readonly coding: string } => {
    if (target.kind === 'account') {
      const account = chart.find(({ id }) => id === target.account);
      return { project: '', coding: `${account?.code ?? ''} ${account?.name ?? ''}`.trim() };
    }
    const project = byId.get(target.coding.project);
    return project === undefined
      ? { project: '', coding: '' }
      : { project: project.code, coding: codeLabel(project, target.coding, { costCodes: codes }) };
  };
}

/** Whether anything more is expected of an order: it is not closed, and of what came or was ordered something is not billed. */
export function isOpen({ lines, isClosed }: Order): boolean {
  if (isClosed) return false;
  return lines.some((line) => openToBill(line).net > 0 || openToReceive(line).net > 0 || commitment(line) > 0);
}
