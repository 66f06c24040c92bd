import type { Cents } from './cents.ts';

const MINUS = '\u2212';

/** An amount for people: `1,234.50`, negative with a true minus. Currency is the books', said once per page. */
export function dollars(amount: Cents): string {
  return scaledText(amount, 2, 2);
}

/** An amount for a file: `-1234.50`. */
export function plainDollars(amount: Cents): string {
  return dollars(amount).replace(/,/g, '').replace(MINUS, '-');
}

/** A quantity or rate for people: at least `least` decimals, at most four: `7.5`, `38.7544`. */
export function tenThousandths(value: number, least = 0): string {
  return scaledText(value, 4, least);
}

function scaledText(value: number, decimals: number, least: number): string {
  const digits = Math.abs(value)
    .toString()
    .padStart(decimals + 1, '0');
  const whole = digits.slice(0, -decimals).replace(/\B(?=(\d{3})+$)/g, ',');
  const fraction = digits.slice(-decimals).replace(new RegExp(`0{0,${decimals - least}}$`), '');
  return `${value < 0 ? MINUS : ''}${whole}${fraction === '' ? '' : `.${fraction}`}`;
}
