import type { IsoDate } from '../calendar/iso-date.ts';
import { typedDate, type DayOrder } from '../calendar/typed-date.ts';
import { cents, MOST_CENTS, type Cents } from '../money/cents.ts';
import { MOST_QUANTITY, quantity, rate, type Quantity, type Rate } from '../money/quantity.ts';
import { typedNumber } from '../money/typed-number.ts';
import { accepted, following, mapped, refused, type Decision } from '../problems/decision.ts';

/** A typed cell: its text, and where it is. */
export interface Cell {
  readonly typed: string;
  readonly at: string;
}

export function isEmpty({ typed }: Cell): boolean {
  return typed.trim() === '';
}

/** The cell, where anything is typed; `field` is what it is called. */
export function filled(cell: Cell, field: string): Decision<Cell> {
  return isEmpty(cell) ? refused({ at: cell.at, kind: 'missing', field }) : accepted(cell);
}

/** What the reader makes of the cell, or `otherwise` where nothing is typed. */
export function ifFilled<T, E>(cell: Cell, otherwise: E, read: (cell: Cell) => Decision<T>): Decision<T | E> {
  return isEmpty(cell) ? accepted(otherwise) : read(cell);
}

/** The same, where something must be typed. */
export function required<T>(cell: Cell, field: string, read: (cell: Cell) => Decision<T>): Decision<T> {
  return following(filled(cell, field), read);
}

/** A number scaled to a whole number of `10^-decimals`. */
export function numberIn({ typed, at }: Cell, decimals: number): Decision<number> {
  const read = typedNumber(typed, decimals);
  switch (read.kind) {
    case 'number':
      return accepted(read.scaled);
    case 'unreadable':
      return refused({ at, kind: 'unreadable-number', typed });
    case 'too-fine':
      return refused({ at, kind: 'too-many-decimals', typed, decimals });
    case 'too-large':
      return refused({ at, kind: 'number-too-large', typed });
  }
}

/** An amount of at most `MOST_CENTS` either way. */
export function moneyIn(cell: Cell): Decision<Cents> {
  return following(numberIn(cell, 2), (amount) => withinBooks(cell, amount));
}

/** An amount that was worked out from what is typed in the cell, where the books hold so much. */
export function withinBooks({ typed, at }: Cell, amount: number): Decision<Cents> {
  return Math.abs(amount) <= MOST_CENTS ? accepted(cents(amount)) : refused({ at, kind: 'number-too-large', typed });
}

/** A quantity of at most `MOST_QUANTITY` either way. */
export function quantityIn(cell: Cell): Decision<Quantity> {
  return following(numberIn(cell, 4), (read) =>
    Math.abs(read) <= MOST_QUANTITY
      ? accepted(quantity(read))
      : refused({ at: cell.at, kind: 'number-too-large', typed: cell.typed }),
  );
}

export function rateIn(cell: Cell): Decision<Rate> {
  return mapped(numberIn(cell, 4), rate);
}

export function dayIn({ typed, at }: Cell, near: IsoDate, order: DayOrder): Decision<IsoDate> {
  const day = typedDate(typed, near, order);
  return day === undefined ? refused({ at, kind: 'unreadable-day', typed }) : accepted(day);
}

/** Text without the spaces around it, of at most so many characters, as Unicode composes it (NFC): what looks alike is alike. */
export function textIn({ typed, at }: Cell, field: string, most: number): Decision<string> {
  return typed.length > most ? refused({ at, kind: 'too-long', field, most }) : accepted(typed.trim().normalize('NFC'));
}

/** Text by which something is told apart from others: nothing in it may be there and not be seen. */
export function codeIn(cell: Cell, field: string, most: number): Decision<string> {
  return following(textIn(cell, field, most), (code) =>
    /[\p{Cc}\p{Cf}]/u.test(code) ? refused({ at: cell.at, kind: 'unseen-characters', field }) : accepted(code),
  );
}
