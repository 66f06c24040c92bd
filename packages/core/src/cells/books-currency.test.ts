import { expect, test } from 'vitest';
import { inBooksCurrency } from './books-currency.ts';

const read = (typed: string, books = 'USD') => {
  const decided = inBooksCurrency({ typed, at: 'net' }, books);
  return decided.ok ? decided.value.typed : decided.problems.map(({ kind, ...fact }) => [kind, fact]);
};
const other = (currency: string, books = 'USD') => [['other-currency', { at: 'net', currency, books }]];

test.each([
  { typed: '1,200.00', amount: '1,200.00' },
  { typed: '=12*45.5', amount: '=12*45.5' },
  { typed: '$58.25', amount: '$58.25' },
  { typed: 'USD 1,200', amount: '1,200' },
  { typed: '1200 usd', amount: '1200' },
  { typed: ' (12.5) ', amount: '(12.5)' },
  { typed: '', amount: '' },
])('"$typed" is in the currency of the books', ({ typed, amount }) => {
  expect(read(typed)).toBe(amount);
});

test.each([
  { typed: 'EUR 500', currency: 'EUR' },
  { typed: '500 chf', currency: 'CHF' },
  { typed: '€500', currency: 'EUR' },
  { typed: '-£3', currency: 'GBP' },
])('"$typed" is refused in books in dollars', ({ typed, currency }) => {
  expect(read(typed)).toEqual(other(currency));
});

test('what is another currency depends on the books', () => {
  expect(read('€500', 'EUR')).toBe('€500');
  expect(read('USD 500', 'EUR')).toEqual(other('USD', 'EUR'));
  expect(read('¥500', 'CNY')).toBe('¥500');
});
