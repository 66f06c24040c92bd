import { isEmpty, type Cell } from '../cells/cell.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';
import { HOUR_KIND_NAMES, type HourKind } from './build-up.ts';

/** How hours are paid: worked, at one time or more, or leave, which nobody worked. */
export const PAY_KINDS = [...HOUR_KIND_NAMES, 'leave'] as const;
export type PayKind = (typeof PAY_KINDS)[number];

/** Short forms that people type. */
const SHORT: Readonly<Record<string, PayKind>> = { ot: 'overtime', dt: 'double' };

/** Which of its rates the hours are costed at: leave costs what a regular hour does. */
export function hourKindOf(pay: PayKind): HourKind {
  return pay === 'leave' ? 'regular' : pay;
}

/** How the hours are paid, as typed; regular where nothing is. */
export function payIn(cell: Cell): Decision<PayKind> {
  if (isEmpty(cell)) return accepted('regular');
  const word = cell.typed.trim().toLowerCase();
  const pay = SHORT[word] ?? PAY_KINDS.find((kind) => kind.startsWith(word));
  return pay === undefined
    ? refused({ at: cell.at, kind: 'not-a-choice', typed: cell.typed, choices: PAY_KINDS })
    : accepted(pay);
}

/** Yes or no as typed; what follows where nothing is. */
export function yesIn(cell: Cell, otherwise: boolean): Decision<boolean> {
  if (isEmpty(cell)) return accepted(otherwise);
  const word = cell.typed.trim().toLowerCase();
  const chosen = ['yes', 'no'].find((each) => each.startsWith(word));
  return chosen === undefined
    ? refused({ at: cell.at, kind: 'not-a-choice', typed: cell.typed, choices: ['yes', 'no'] })
    : accepted(chosen === 'yes');
}
