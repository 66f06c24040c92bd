import { accepted, refused, type Decision } from '../problems/decision.ts';
import type { Cell } from './cell.ts';

/** Signs that stand for some currencies; the dollar sign is that of many. */
const SIGNS: Readonly<Record<string, readonly string[]>> = { '€': ['EUR'], '£': ['GBP'], '¥': ['JPY', 'CNY'] };

/** The amount of a cell without the books' own currency beside it; one in another currency is refused. */
export function inBooksCurrency(cell: Cell, books: string): Decision<Cell> {
  const [, before, amount = cell.typed, after] =
    /^\s*([A-Za-z]{3})?\s*(.*?)\s*([A-Za-z]{3})?\s*$/s.exec(cell.typed) ?? [];
  const code = (before ?? after)?.toUpperCase();
  if (code !== undefined && code !== books)
    return refused({ at: cell.at, kind: 'other-currency', currency: code, books });
  const [sign = ''] = /[€£¥]/.exec(amount) ?? [];
  const [first = ''] = SIGNS[sign] ?? [];
  if (sign !== '' && !SIGNS[sign]?.includes(books)) {
    return refused({ at: cell.at, kind: 'other-currency', currency: first, books });
  }
  return accepted({ ...cell, typed: amount });
}
