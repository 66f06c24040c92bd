import { moneyIn, numberIn, type Cell } from '../../cells/cell.ts';
import { millionthsOf } from '../../money/ratio.ts';
import { accepted, mapped, type Decision } from '../../problems/decision.ts';
import type { BillingShare } from '../invoice/contract-share.ts';

/** `30%`, an amount, or `rest`. */
export function shareTyped(cell: Cell): Decision<BillingShare> {
  const typed = cell.typed.trim();
  if (/^(rest|all|final)$/i.test(typed)) return accepted({ kind: 'rest' });
  if (!typed.endsWith('%')) return mapped(moneyIn(cell), (amount) => ({ kind: 'amount', amount }));
  return mapped(numberIn({ ...cell, typed: typed.slice(0, -1) }, 4), (millionths) => ({
    kind: 'percent',
    share: millionthsOf(millionths),
  }));
}

/** Whether it is the last invoice of its contract: `final` takes the rest and finishes the project. */
export function isFinal(typed: string): boolean {
  return /^final$/i.test(typed.trim());
}
