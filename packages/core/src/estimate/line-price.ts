import { cents, difference, type Cents } from '../money/cents.ts';
import { rate, unboundedExtension, type Quantity, type Rate } from '../money/quantity.ts';
import { ratio, roundedQuotient, type Ratio } from '../money/ratio.ts';

/** What rules a line's price; everything else about the price follows from it. Markup percent is a share of cost. */
export type PriceRule =
  | { readonly kind: 'markup'; readonly share: Ratio }
  | { readonly kind: 'markupAmount'; readonly amount: Cents }
  | { readonly kind: 'unitPrice'; readonly rate: Rate }
  | { readonly kind: 'price'; readonly price: Cents }
  | { readonly kind: 'none' };

/** Price of a line, rounded once. A line without a rule has cost and no price: the client does not pay for it by itself. */
export function linePrice(rule: PriceRule, cost: Cents, quantity: Quantity): Cents {
  return cents(unboundedPrice(rule, cost, quantity));
}

/** The same where it may be more than the books hold; for whoever asks first whether it is. */
export function unboundedPrice(rule: PriceRule, cost: Cents, quantity: Quantity): number {
  switch (rule.kind) {
    case 'markup':
      return cost + roundedQuotient(cost, rule.share.numerator, rule.share.denominator);
    case 'markupAmount':
      return cost + rule.amount;
    case 'unitPrice':
      return unboundedExtension(quantity, rule.rate);
    case 'price':
      return rule.price;
    case 'none':
      return 0;
  }
}

/** Cost and price of a line or of many, and what lies between them under its two names. */
export interface Spread {
  readonly cost: Cents;
  readonly price: Cents;
  /** price − cost. */
  readonly profit: Cents;
  /** profit ÷ cost; null without cost. */
  readonly markup: Ratio | null;
  /** profit ÷ price; null without price. */
  readonly margin: Ratio | null;
}

export function spread(cost: Cents, price: Cents): Spread {
  const profit = difference(price, cost);
  return {
    cost,
    price,
    profit,
    markup: cost === 0 ? null : ratio(profit, cost),
    margin: price === 0 ? null : ratio(profit, price),
  };
}

/** `amount ÷ quantity`, to four decimals, for reading; null without a quantity, and where it is more than a rate can be. */
export function perUnit(amount: Cents, quantity: Quantity): Rate | null {
  if (quantity === 0) return null;
  const { numerator, denominator } = ratio(1_000_000, quantity);
  const each = roundedQuotient(amount, numerator, denominator);
  return Number.isSafeInteger(each) ? rate(each) : null;
}
