import type { IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { cents, difference, smaller, sum, ZERO, type Cents } from '../../money/cents.ts';
import { accepted, refused, type Decision } from '../../problems/decision.ts';

/** A document that is open, and may be settled with others. */
export interface OpenDocument {
  readonly id: number;
  readonly number: string;
  readonly party: PartyId;
  readonly dueOn: IsoDate;
  readonly open: Cents;
}

/** What settles documents of one party: one document with a part for each. */
export interface TogetherPaid {
  readonly party: PartyId;
  readonly parts: readonly { readonly document: OpenDocument; readonly amount: Cents }[];
}

/**
 * Money against several documents: all that is open of each, or an amount that goes to those due first. An amount is of one party, and
 * never more than is open. One payment for each party, in the order of the documents.
 */
export function paidTogether(
  documents: readonly OpenDocument[],
  amount: Cents | null,
): Decision<readonly TogetherPaid[]> {
  const ordered = documents.toSorted((one, other) =>
    one.dueOn === other.dueOn ? one.id - other.id : one.dueOn < other.dueOn ? -1 : 1,
  );
  const settled = ordered.find(({ open }) => open <= 0);
  if (settled !== undefined) return refused({ at: 'documentIds', kind: 'not-open-any-more', number: settled.number });
  const byParty = [...groupedBy(ordered, ({ party }) => party)];
  if (amount === null) {
    return accepted(
      byParty.map(([party, own]) => ({ party, parts: own.map((document) => ({ document, amount: document.open })) })),
    );
  }
  const at = 'amount';
  const open = sum(ordered.map((each) => each.open));
  if (amount <= 0) return refused({ at, kind: 'number-not-positive', field: 'the amount' });
  if (amount > open) return refused({ at, kind: 'over-open-amount', open, asked: amount });
  const [[party, own] = [undefined, []], ...others] = byParty;
  if (party === undefined || others.length > 0) return refused({ at, kind: 'amount-of-one-party' });
  return accepted([{ party, parts: partsOf(own, amount) }]);
}

function partsOf(documents: readonly OpenDocument[], amount: Cents): TogetherPaid['parts'] {
  let left = amount;
  return documents.flatMap((document) => {
    const own = smaller(left, document.open);
    left = difference(left, own);
    return own > ZERO ? [{ document, amount: cents(own) }] : [];
  });
}
