import { moneyIn } from '../cells/cell.ts';
import type { PhaseId } from '../ledger/ids.ts';
import { difference, sum, ZERO, type Cents } from '../money/cents.ts';
import type { Problem } from '../problems/problem.ts';

export interface ObligationRow {
  readonly phase: PhaseId;
  readonly price: Cents;
}

/** What is wrong with how a contract is to be split: a phase stands twice, or the prices do not add up to the price agreed. */
export function splitProblems(rows: readonly ObligationRow[], agreed: Cents): readonly Problem[] {
  if (rows.length === 0) return [];
  const twice = rows.flatMap(({ phase }, place): Problem[] =>
    rows.findIndex((each) => each.phase === phase) < place ? [{ at: `rows/${place}/phase`, kind: 'line-twice' }] : [],
  );
  const prices = sum(rows.map(({ price }) => price));
  const unequal: Problem = { at: 'rows', kind: 'prices-not-the-contract', prices, contract: agreed };
  return prices === agreed ? twice : [...twice, unequal];
}

/** What is left of the price agreed to give to obligations, by the prices as they are typed; what cannot be read counts for nothing. */
export function leftToSplit(typed: readonly string[], agreed: Cents): Cents {
  const prices = typed.map((price) => {
    const read = moneyIn({ typed: price, at: '' });
    return read.ok ? read.value : ZERO;
  });
  return difference(agreed, sum(prices));
}
