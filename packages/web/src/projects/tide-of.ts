import type { Answer } from '../api/books-api.ts';

type Position = Pick<Answer<'projects'>['rows'][number], 'contract' | 'cost' | 'estimate' | 'earned' | 'billed'>;

/** The amounts of a project's tide gauge. */
export function tideOf({ contract, cost, estimate, earned, billed }: Position) {
  return {
    contract: contract.amountCents,
    cost: cost.amountCents,
    estimate: estimate.amountCents,
    earned: earned.amountCents,
    billed: billed.amountCents,
  };
}
