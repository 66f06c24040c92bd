import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { committedOf } from '@lowtide/core/orders/order-line.ts';
import type SqliteDatabase from 'better-sqlite3';

/** What a line of an order has committed, from the sums of its moves: the rule of core, asked by statements over many lines. */
function committedCents(...sums: readonly number[]): number {
  const [oq = 0, onet = 0, oc = 0, bq = 0, bn = 0, bc = 0, measure = 0, cost = 0, closes = 0] = sums;
  return committedOf({
    ordered: { quantity: quantity(oq), net: cents(onet), cost: cents(oc) },
    billed: { quantity: quantity(bq), net: cents(bn), cost: cents(bc) },
    accrued: { measure, cost: cents(cost) },
    isClosed: closes === 1,
  });
}

/** Rules of core that statements ask by name. */
export function addCoreFunctions(file: SqliteDatabase.Database): void {
  file.function('committed_cents', { deterministic: true, varargs: true }, (...sums) =>
    committedCents(...(sums as number[])),
  );
}
