import { accepted, refused, type Decision } from '../problems/decision.ts';
import type { Cell } from './cell.ts';

/** Signs that stand for some currencies; the dollar sign is that of many. */
const SIGNS: Readonly<Record<string, readonly string[]>> = { '€': ['EUR'], '£': ['GBP'], '¥': ['JPY', 'CNY'] };

/** An amount and the three letters before or behind it. */
function withoutCode(typed: string): { readonly amount: string; readonly code: string | undefined } {
  const text = typed.trim();
  const before = /^[A-Za-z]{3}/.exec(text)?.[0];
  const rest = text.slice(before?.length ?? 0).trim();
  const after = /[A-Za-z]{3}$/.exec(rest.slice(-3))?.[0];
  const amount = after === undefined ? rest : rest.slice(0, -after.length).trim();
  return { amount, code: (before ?? after)?.toUpperCase() };
}

/** The amount of a cell without the books' own currency beside it; one in another currency is refused. */
export function inBooksCurrency(cell: Cell, books: string): Decision<Cell> {
  const { amount, code } = withoutCode(cell.typed);
  if (code !== undefined && code !== books)
    return refused({ at: cell.at, kind: 'other-currency', currency: code, books });
  const [sign = ''] = /[€£¥]/.exec(amount) ?? [];
  const [first = ''] = SIGNS[sign] ?? [];
  if (sign !== '' && !SIGNS[sign]?.includes(books)) {
    return refused({ at: cell.at, kind: 'other-currency', currency: first, books });
  }
  return accepted({ ...cell, typed: amount });
}
