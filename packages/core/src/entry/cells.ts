import type { IsoDate } from '../calendar/iso-date.ts';
import { typedDate } from '../calendar/typed-date.ts';
import { cents, type Cents } from '../money/cents.ts';
import { quantity, type Quantity } from '../money/quantity.ts';
import { typedNumber } from '../money/typed-number.ts';
import type { Problem } from '../problems/problem.ts';

/** A typed cell: its text, and where it is. */
export interface Cell {
  readonly typed: string;
  readonly at: string;
}

/** A number scaled to a whole number of `10^-decimals`, or undefined with the reason added to the problems. */
export function readNumber({ typed, at }: Cell, decimals: number, problems: Problem[]): number | undefined {
  const read = typedNumber(typed, decimals);
  switch (read.kind) {
    case 'number':
      return read.scaled;
    case 'unreadable':
      problems.push({ at, kind: 'unreadable-number', typed });
      return undefined;
    case 'too-fine':
      problems.push({ at, kind: 'too-many-decimals', typed, decimals });
      return undefined;
    case 'too-large':
      problems.push({ at, kind: 'number-too-large', typed });
      return undefined;
  }
}

export function readMoney(cell: Cell, problems: Problem[]): Cents | undefined {
  const read = readNumber(cell, 2, problems);
  return read === undefined ? undefined : cents(read);
}

export function readQuantity(cell: Cell, problems: Problem[]): Quantity | undefined {
  const read = readNumber(cell, 4, problems);
  return read === undefined ? undefined : quantity(read);
}

export function readDay({ typed, at }: Cell, near: IsoDate, problems: Problem[]): IsoDate | undefined {
  const day = typedDate(typed, near);
  if (day === undefined) problems.push({ at, kind: 'unreadable-day', typed });
  return day;
}

/** Whether anything is typed; if not, says so. */
export function isFilled({ typed, at }: Cell, field: string, problems: Problem[]): boolean {
  if (typed.trim() !== '') return true;
  problems.push({ at, kind: 'missing', field });
  return false;
}
