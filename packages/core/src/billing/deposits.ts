import { ifFilled, moneyIn, numberIn, type Cell } from '../cells/cell.ts';
import type { DocumentId } from '../ledger/ids.ts';
import { cents, difference, larger, smaller, sum, ZERO, type Cents } from '../money/cents.ts';
import { dollars } from '../money/dollars.ts';
import { MILLIONTHS, millionthsOf, ratio, shareOf } from '../money/ratio.ts';
import { accepted, following, refused, type Decision } from '../problems/decision.ts';

/** A deposit as it was billed, what the client paid of it, and what invoices and refunds took of that. */
export interface BilledDeposit {
  readonly net: Cents;
  readonly gross: Cents;
  readonly paid: Cents;
  readonly usedNet: Cents;
  readonly usedGross: Cents;
}

/** A deposit with what is left of it: paid, and neither drawn down nor paid back. */
export interface DepositLeft extends Omit<BilledDeposit, 'paid'> {
  readonly id: DocumentId;
  readonly number: string;
  readonly left: Cents;
}

/** What a document does to a deposit: above zero where it bills one, below where it draws it down or pays it back. */
export interface DepositMove {
  readonly deposit: DocumentId | 'itself';
  readonly net: Cents;
  readonly tax: Cents;
}

/** Only what was paid of a deposit can be used. */
export function leftOfDeposit({ gross, paid, usedGross }: BilledDeposit): Cents {
  return larger(difference(smaller(paid, gross), usedGross), ZERO);
}

export function depositsLeft(deposits: readonly Pick<DepositLeft, 'left'>[]): Cents {
  return sum([ZERO, ...deposits.map(({ left }) => left)]);
}

/**
 * So much of the deposits, the oldest first. What is before tax of it follows all that is used of the deposit by then, so that using it up
 * takes exactly what it was. The amount is at most what is left of them.
 */
export function drawnDown(deposits: readonly DepositLeft[], amount: Cents): readonly DepositMove[] {
  let rest = amount;
  return deposits.flatMap(({ id, net, gross, usedNet, usedGross, left }): readonly DepositMove[] => {
    const part = smaller(rest, left);
    rest = difference(rest, part);
    if (part <= 0) return [];
    const ofNet = difference(shareOf(net, ratio(usedGross + part, gross)), usedNet);
    return [{ deposit: id, net: cents(-ofNet), tax: cents(ofNet - part) }];
  });
}

/** What moves take of deposits, in all: above zero. */
export function takenOf(moves: readonly DepositMove[]): Cents {
  return cents(-moves.reduce((all, { net, tax }) => all + net + tax, 0));
}

/** How much of the deposits pays an invoice: an amount, a percent of what is to pay, or `all`; nothing typed, nothing. */
export function depositIn(
  cell: Cell,
  { deposits, due }: { readonly deposits: readonly DepositLeft[]; readonly due: Cents },
): Decision<readonly DepositMove[]> {
  const left = depositsLeft(deposits);
  const asked = ifFilled(cell, ZERO, ({ typed, at }): Decision<Cents> => {
    const text = typed.trim();
    if (/^all$/i.test(text)) return accepted(smaller(left, due));
    if (!text.endsWith('%')) return moneyIn({ typed: text, at });
    return following(numberIn({ typed: text.slice(0, -1), at }, 4), (millionths) =>
      millionths < 0 || millionths > MILLIONTHS
        ? refused({ at, kind: 'number-outside', field: 'the percent', least: '0', most: '100' })
        : accepted(shareOf(due, millionthsOf(millionths))),
    );
  });
  return following(asked, (amount): Decision<readonly DepositMove[]> => {
    const { at } = cell;
    if (amount < 0) return refused({ at, kind: 'number-not-positive', field: 'what is used of the deposit' });
    if (amount > left) return refused({ at, kind: 'over-deposit', left, asked: amount });
    if (amount > due) return refused({ at, kind: 'deposit-over-due', due, asked: amount });
    return accepted(drawnDown(deposits, amount));
  });
}

/** What is left of deposits, as a cell shows it to whoever has not said yet how much of it is used. */
export function depositLeftText(deposits: readonly DepositLeft[]): string | undefined {
  const left = depositsLeft(deposits);
  return left === 0 ? undefined : `0.00 of ${dollars(left)}`;
}
