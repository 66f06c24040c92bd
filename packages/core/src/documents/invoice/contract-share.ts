import { cents, difference, type Cents } from '../../money/cents.ts';
import { compareRatios, shareOf, WHOLE, type Ratio } from '../../money/ratio.ts';
import { accepted, refused, type Decision } from '../../problems/decision.ts';

/** How a progress invoice is sized: a share of the contract price, an amount, or all that is left. */
export type BillingShare =
  | { readonly kind: 'percent'; readonly share: Ratio }
  | { readonly kind: 'amount'; readonly amount: Cents }
  | { readonly kind: 'rest' };

/** Work billed by the invoice, before tax. Never more than is left of the contract; the last one takes exactly the rest. */
export function contractShare(contract: Cents, billed: Cents, share: BillingShare): Decision<Cents> {
  const left = difference(contract, billed);
  if (share.kind === 'percent' && compareRatios(share.share, WHOLE) > 0) {
    return refused({ at: 'value', kind: 'number-outside', field: 'the percent', least: '0', most: '100' });
  }
  const asked = amountAsked(contract, left, share);
  if (left <= 0 || asked > left) {
    return refused({ at: 'value', kind: 'over-contract', left: cents(Math.max(0, left)), asked });
  }
  if (asked <= 0) return refused({ at: 'value', kind: 'number-not-positive', field: 'the amount' });
  return accepted(asked);
}

/** Work billed where no price was agreed: an amount, of which there is no end. */
export function workWithoutPrice(share: BillingShare): Decision<Cents> {
  if (share.kind !== 'amount') return refused({ at: 'share', kind: 'no-price-to-share' });
  if (share.amount <= 0) return refused({ at: 'value', kind: 'number-not-positive', field: 'the amount' });
  return accepted(share.amount);
}

function amountAsked(contract: Cents, left: Cents, share: BillingShare): Cents {
  switch (share.kind) {
    case 'percent':
      return shareOf(contract, share.share);
    case 'amount':
      return share.amount;
    case 'rest':
      return left;
  }
}
