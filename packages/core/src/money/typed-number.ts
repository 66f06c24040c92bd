import { Decimal } from 'decimal.js';

/** Nobody types a longer number; what is longer would take long to read. */
const MOST_CHARACTERS = 200;

const Exact = Decimal.clone({ precision: 60 });

/** A number as typed, scaled to a whole number of `10^-decimals`; or why it is none. */
export type TypedNumber =
  { readonly kind: 'number'; readonly scaled: number } | { readonly kind: 'unreadable' | 'too-fine' | 'too-large' };

/**
 * Reads what was typed in a number cell: `1,234.50`, `$58.25`, `(12.5)`, `−3`, `45 %`, or arithmetic after `=`: `=12*45.5+3`.
 * Plain numbers may not be finer than `decimals`; the result of arithmetic is rounded to it, half away from zero.
 */
export function typedNumber(text: string, decimals: number): TypedNumber {
  const trimmed = text.trim();
  if (trimmed.length > MOST_CHARACTERS) return { kind: 'unreadable' };
  const computed = trimmed.startsWith('=');
  const value = computed ? arithmetic(trimmed.slice(1)) : plainNumber(trimmed);
  if (value === undefined || !value.isFinite()) return { kind: 'unreadable' };
  const scaled = value.times(new Exact(10).pow(decimals));
  if (!computed && !scaled.isInteger()) return { kind: 'too-fine' };
  const whole = scaled.toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
  return whole.abs().lte(9e14) ? { kind: 'number', scaled: whole.toNumber() + 0 } : { kind: 'too-large' };
}

function plainNumber(text: string): Decimal | undefined {
  const bracketed = /^\((.+)\)$/.exec(text);
  const unsigned = (bracketed?.[1] ?? text)
    .replace(/\u2212/g, '-')
    .replace(/%$/, '')
    .trimEnd()
    .replace(/^([+-]?)[$€£¥]\s*/, '$1')
    .trim();
  if (!/^[+-]?(\d{1,3}(,\d{3})+|\d+)?(\.\d*)?$/.test(unsigned) || !/\d/.test(unsigned)) return undefined;
  const value = new Exact(unsigned.replace(/,/g, '').replace(/\.$/, ''));
  return bracketed ? value.negated() : value;
}

/** Sums, products and brackets over plain decimals; no names, no functions. Undefined when it does not parse. */
function arithmetic(source: string): Decimal | undefined {
  const tokens = source.replace(/\u2212/g, '-').match(/\d[\d,]*\.?\d*|\.\d+|[-+*/()]|\S/g) ?? [];
  let at = 0;
  const take = (token: string): boolean => tokens[at] === token && ++at > 0;

  function operand(): Decimal | undefined {
    if (take('-')) return operand()?.negated();
    if (take('+')) return operand();
    if (take('(')) {
      const inner = terms();
      return take(')') ? inner : undefined;
    }
    const token = tokens[at++];
    return token !== undefined && /\d/.test(token) ? plainNumber(token) : undefined;
  }
  function factors(): Decimal | undefined {
    let value = operand();
    while (value && (tokens[at] === '*' || tokens[at] === '/')) {
      const times = tokens[at++] === '*';
      const next = operand();
      value = next && (times ? value.times(next) : value.dividedBy(next));
    }
    return value;
  }
  function terms(): Decimal | undefined {
    let value = factors();
    while (value && (tokens[at] === '+' || tokens[at] === '-')) {
      const plus = tokens[at++] === '+';
      const next = factors();
      value = next && (plus ? value.plus(next) : value.minus(next));
    }
    return value;
  }

  if (tokens.length > 200) return undefined;
  const result = terms();
  return at === tokens.length ? result : undefined;
}
