import { isoDate, type IsoDate } from '../calendar/iso-date.ts';
import { cents, MOST_CENTS, ZERO, type Cents } from '../money/cents.ts';
import { quantity, type Quantity } from '../money/quantity.ts';
import { MILLIONTHS } from '../money/ratio.ts';
import { typedNumber } from '../money/typed-number.ts';
import { accepted, following, mapped, refused, type Decision } from '../problems/decision.ts';
import { textAt, type XmlValue } from './xml-tree.ts';

/** A text that must be there, at most 40 characters. */
export function neededText(root: XmlValue, path: string): Decision<string> {
  const text = textAt(root, path);
  return text === '' || text.length > 40 || /[\p{Cc}\p{Cf}]/u.test(text)
    ? refused({ at: path, kind: 'ubl-unreadable', reason: `its ${path} is empty or too long` })
    : accepted(text);
}

/** A day as YYYY-MM-DD. */
export function dayAt(text: string, at: string): Decision<IsoDate> {
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text));
  const isReal = isDay && new Date(`${text}T00:00:00Z`).toISOString().startsWith(text);
  return isReal ? accepted(isoDate(text)) : refused({ at, kind: 'ubl-unreadable', reason: `${at} is no day` });
}

/** Plain decimals alone: what people type otherwise is no number here. */
function decimalAt(text: string, decimals: number, at: string): Decision<number> {
  const isPlain = /^-?\d{1,15}(\.\d{1,10})?$/.test(text);
  // Zeros at the end of decimals say nothing more.
  const shortest = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  const read = isPlain ? typedNumber(shortest, decimals) : null;
  return read?.kind === 'number'
    ? accepted(read.scaled)
    : refused({ at, kind: 'ubl-unreadable', reason: `${at} is no number of at most ${decimals} decimals` });
}

/** An amount of at most two decimals. */
export function moneyAt(text: string, at: string): Decision<Cents> {
  return following(decimalAt(text, 2, at), (amount) =>
    Math.abs(amount) <= MOST_CENTS
      ? accepted(cents(amount))
      : refused({ at, kind: 'ubl-unreadable', reason: `${at} is too large` }),
  );
}

/** The same; nothing where there is none. */
export function moneyOr(text: string, at: string): Decision<Cents> {
  return text === '' ? accepted(ZERO) : moneyAt(text, at);
}

/** A quantity of at most four decimals; nothing where there is none. */
export function quantityAt(text: string, at: string): Decision<Quantity> {
  return text === '' ? accepted(quantity(0)) : mapped(decimalAt(text, 4, at), quantity);
}

/** A percent in millionths; null where there is none. */
export function percentAt(text: string, at: string): Decision<number | null> {
  if (text === '') return accepted(null);
  return following(decimalAt(text, 4, at), (millionths) =>
    millionths >= 0 && millionths <= MILLIONTHS
      ? accepted(millionths)
      : refused({ at, kind: 'ubl-unreadable', reason: `${at} is no percent` }),
  );
}
