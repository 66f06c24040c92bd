import {
  isEmpty,
  ifFilled,
  moneyIn,
  numberIn,
  quantityIn,
  rateIn,
  required,
  textIn,
  withinBooks,
  type Cell,
} from '../../cells/cell.ts';
import type { AccountId, PhaseId } from '../../ledger/ids.ts';
import type { Project } from '../../ledger/project.ts';
import { salesTax, type TaxCode } from '../../ledger/tax-code.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { allocation } from '../../money/allocation.ts';
import { cents, difference, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity, unboundedExtension, type Quantity, type Rate } from '../../money/quantity.ts';
import { MILLIONTHS, millionthsOf, shareOf } from '../../money/ratio.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import { taxCodeOf, type BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { accountIn as namedAccount } from '../journal/accounts.ts';
import type { TaxOfCode } from '../invoice/billed-invoice.ts';
import type { PlacedRow } from '../typed-sheet.ts';
import type { PlainRow } from './form.ts';

/** A line as it is read. */
export interface PlainLine {
  readonly place: number;
  readonly text: string;
  readonly quantity: Quantity | null;
  readonly price: Rate | null;
  readonly amount: Cents;
  readonly taxCode: TaxCode | null;
  readonly phase: PhaseId | null;
  /** Null where it is of a project: then it is work billed of that. */
  readonly account: AccountId | null;
}

/** The same with its share of the discount taken off. */
export interface DiscountedLine extends PlainLine {
  readonly net: Cents;
}

/** What the lines are of: a project that is billed, or only a client. */
export interface LinesOf {
  readonly billed: BilledProject | null;
  readonly project: Project | null;
  readonly catalog: Catalog;
}

export function lineIn({ row, place }: PlacedRow<PlainRow>, of: LinesOf): Decision<PlainLine> {
  const cell = (column: keyof PlainRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  return mapped(
    gathered({
      text: required(cell('text'), 'what it is for', (typed) => textIn(typed, 'the text', 400)),
      worth: worthIn(cell),
      taxCode: taxCodeOf(cell('taxCode'), of.billed?.billing ?? null, of.catalog),
      phase: ifFilled(cell('phase'), null, (typed) =>
        mapped(lookedUp(of.project?.phases ?? [], typed, 'phase'), ({ id }) => id),
      ),
      account: of.project === null ? accountIn(cell('account'), of.catalog) : accepted(null),
    }),
    ({ worth, ...rest }) => ({ place, ...rest, ...worth }),
  );
}

/** An amount, or quantity × price, rounded once; a price alone is of one. */
function worthIn(cell: (column: keyof PlainRow) => Cell): Decision<Pick<PlainLine, 'quantity' | 'price' | 'amount'>> {
  const [ofAmount, ofPrice, ofQuantity] = [cell('amount'), cell('price'), cell('quantity')];
  if (!isEmpty(ofAmount)) {
    return isEmpty(ofPrice)
      ? mapped(gathered({ amount: moneyIn(ofAmount), quantity: ifFilled(ofQuantity, null, quantityIn) }), (read) => ({
          ...read,
          price: null,
        }))
      : refused({ at: ofAmount.at, kind: 'price-and-amount' });
  }
  const read = gathered({
    price: required(ofPrice, 'the price, or an amount', rateIn),
    quantity: ifFilled(ofQuantity, quantity(10_000), quantityIn),
  });
  return following(read, ({ price, quantity: units }) =>
    mapped(withinBooks(ofPrice, unboundedExtension(units, price)), (amount) => ({ amount, price, quantity: units })),
  );
}

function accountIn(cell: Cell, { accounts }: Catalog): Decision<AccountId> {
  if (!isEmpty(cell)) return mapped(namedAccount(cell, accounts), ({ id }) => id);
  const [free] = accounts.filter(({ type, role }) => type === 'revenue' && role === null);
  return free === undefined ? refused({ at: cell.at, kind: 'no-account-for-lines' }) : accepted(free.id);
}

/** What is taken off all lines together: an amount, or a percent of them, rounded once. */
export function discountIn(cell: Cell, total: Cents): Decision<Cents> {
  const discount = ifFilled(cell, ZERO, ({ typed, at }): Decision<Cents> => {
    const text = typed.trim();
    return text.endsWith('%')
      ? mapped(numberIn({ typed: text.slice(0, -1), at }, 4), (millionths) =>
          shareOf(total, millionthsOf(Math.max(0, Math.min(millionths, MILLIONTHS)))),
        )
      : moneyIn({ typed: text, at });
  });
  return following(discount, (amount) =>
    isEmpty(cell) || (amount > 0 && amount < total)
      ? accepted(amount)
      : refused({ at: cell.at, kind: 'discount-outside', total }),
  );
}

/** The discount split over the lines by their amounts, largest remainder. */
export function discounted(lines: readonly PlainLine[], discount: Cents): readonly DiscountedLine[] {
  const weights = lines.map(({ amount }) => amount);
  const shares = discount === 0 ? [] : allocation(discount, weights);
  return lines.map((line, index) => ({ ...line, net: difference(line.amount, shares[index] ?? ZERO) }));
}

/** Tax of the lines, rounded once for each code, in the order of their first line (EN 16931 BR-CO-17). */
export function taxesOf(
  lines: readonly { readonly net: Cents; readonly taxCode: TaxCode | null }[],
): readonly TaxOfCode[] {
  const codes = [...new Set(lines.flatMap(({ taxCode }) => (taxCode === null ? [] : [taxCode])))];
  return codes.map((code) => {
    const net = sum([ZERO, ...lines.filter(({ taxCode }) => taxCode === code).map((line) => line.net)]);
    return {
      ...{ code: code.code, name: code.name, rateMillionths: code.rateMillionths, net, tax: salesTax(code, net) },
    };
  });
}

export function taxTotal(taxes: readonly TaxOfCode[]): Cents {
  return cents(taxes.reduce((all, { tax }) => all + tax, 0));
}
