import { dayNumber, type IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { cents, difference, sum, type Cents } from '../../money/cents.ts';

/** How many days past due: the last day of each part but the last, which is open. The first is not yet due. */
const LAST_DAYS = [0, 30, 60, 90] as const;

export const AGING_PARTS = ['Not due', '1–30', '31–60', '61–90', 'Over 90'] as const;

/** What is open of one document. A credit is negative. */
export interface OpenItem {
  readonly party: number;
  readonly dueOn: IsoDate;
  readonly open: Cents;
}

/** What one party owes, or is owed. */
export interface AgedParty {
  readonly party: number | null;
  /** One for each of `AGING_PARTS`. */
  readonly amounts: readonly Cents[];
  /** On the account without a document that is open: posted by journal. */
  readonly other: Cents;
  /** The balance of the account with the party: the parts and the other. */
  readonly total: Cents;
}

/** Which part of the aging a due day falls in; due on the very day is not past due. */
export function agingPart(dueOn: IsoDate, on: IsoDate): number {
  const late = dayNumber(on) - dayNumber(dueOn);
  const part = LAST_DAYS.findIndex((last) => late <= last);
  return part < 0 ? LAST_DAYS.length : part;
}

/**
 * Open items by days past due, per party, tied to what the account has with each: `balances` by party, null for lines without
 * one. Parties with nothing open and no balance are left out.
 */
export function aged(
  items: readonly OpenItem[],
  balances: ReadonlyMap<number | null, Cents>,
  on: IsoDate,
): readonly AgedParty[] {
  const open = groupedBy(items, ({ party }) => party);
  const parties = new Set<number | null>([...open.keys(), ...balances.keys()]);
  return [...parties]
    .map((party) => {
      const own = party === null ? [] : (open.get(party) ?? []);
      const amounts = AGING_PARTS.map((_, part) =>
        sum(own.filter(({ dueOn }) => agingPart(dueOn, on) === part).map(({ open: amount }) => amount)),
      );
      const total = balances.get(party) ?? cents(0);
      return { party, amounts, other: difference(total, sum(amounts)), total };
    })
    .filter(({ amounts, total }) => total !== 0 || amounts.some((amount) => amount !== 0));
}
