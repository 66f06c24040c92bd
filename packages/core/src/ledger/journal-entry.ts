import type { IsoDate } from '../calendar/iso-date.ts';
import { invariant } from '../invariant.ts';
import { cents, opposite, sum, type Cents } from '../money/cents.ts';
import { quantity, type Quantity } from '../money/quantity.ts';
import { NO_DIMENSIONS, type DimensionsOfLine } from './dimensions.ts';
import type { AccountId } from './ids.ts';

/** One line of the ledger. `amount` is signed, debit positive; dimensions that do not apply are null. */
export interface Line extends DimensionsOfLine {
  readonly account: AccountId;
  readonly amount: Cents;
  readonly quantity: Quantity;
  readonly text: string;
}

/** A balanced set of lines of one posting date. Only `journalEntry` makes one. */
export interface JournalEntry {
  readonly postedOn: IsoDate;
  readonly lines: readonly Line[];
  /** Clears what was billed and earned of a project that closes, or takes that back: it bills nothing. */
  readonly isClosing: boolean;
  readonly kind: 'balanced entry';
}

const BLANK = { ...NO_DIMENSIONS, quantity: quantity(0), text: '' } as const;

export type Dimensions = Partial<Omit<Line, 'account' | 'amount'>>;

export function debit(account: AccountId, amount: Cents, dimensions: Dimensions = {}): Line {
  return { ...BLANK, ...dimensions, account, amount };
}

export function credit(account: AccountId, amount: Cents, dimensions: Dimensions = {}): Line {
  return debit(account, opposite(amount), dimensions);
}

/** Makes the entry, without lines of nothing. Lines that do not sum to zero are a bug of the posting rule that made them. */
export function journalEntry(postedOn: IsoDate, lines: readonly Line[]): JournalEntry {
  const kept = lines.filter((line) => line.amount !== 0 || line.quantity !== 0);
  const total = sum(kept.map((line) => line.amount));
  invariant(total === 0, `debits and credits differ by ${total} minor units`);
  return { postedOn, lines: kept, isClosing: false, kind: 'balanced entry' };
}

/** The same entry as one that closes a project. */
export function closingEntry(entry: JournalEntry): JournalEntry {
  return { ...entry, isClosing: true };
}

/** The same lines with every sign turned, on another day. */
export function reversal(
  { lines, isClosing }: Pick<JournalEntry, 'lines' | 'isClosing'>,
  postedOn: IsoDate,
): JournalEntry {
  const turned = journalEntry(
    postedOn,
    lines.map((line) => ({ ...line, amount: opposite(line.amount), quantity: quantity(-line.quantity) })),
  );
  return { ...turned, isClosing };
}

/** Debits of the lines, which equal the credits. */
export function turnover(lines: readonly Line[]): Cents {
  return cents(lines.reduce((total, line) => total + Math.max(0, line.amount), 0));
}
