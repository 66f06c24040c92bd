import { expect, test } from 'vitest';
import { filterWords } from './filter-words.ts';
import type { TableColumn } from './table.ts';

const column = (id: string, head: string, holds: TableColumn['holds']): TableColumn => ({ id, head, file: id, holds });
const COLUMNS = [
  column('client', 'Client', 'text'),
  column('earned', 'Earned', 'money'),
  column('margin', 'Margin', 'percent'),
  column('end', 'Target end', 'day'),
  column('hours', 'Hours', 'hours'),
];

test.each([
  [{ column: 'client', test: 'is', typed: 'Corvane Port' }, 'client is Corvane Port'],
  [{ column: 'client', test: 'is', typed: '' }, 'client is empty'],
  [{ column: 'client', test: 'among', typed: 'A|B' }, 'client is one of A, B'],
  [{ column: 'earned', test: 'above', typed: '=500*2' }, 'earned is above 1,000.00'],
  [{ column: 'margin', test: 'below', typed: '12.5' }, 'margin is below 12.5 %'],
  [{ column: 'end', test: 'above', typed: '2027-03-01' }, 'target end is after 1 Mar 2027'],
  [{ column: 'hours', test: 'not', typed: '8' }, 'hours is not 8'],
  [{ column: 'gone', test: 'is', typed: 'x' }, 'gone'],
] as const)('%j is said as “%s”', (filter, words) => {
  expect(filterWords(COLUMNS, filter)).toBe(words);
});
