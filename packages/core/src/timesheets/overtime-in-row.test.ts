import { expect, test } from 'vitest';
import { rowsByPay, typedPlace } from './overtime-in-row.ts';

const week = (pay: string, ...days: readonly string[]) => ({ pay, project: 'GATE', days });
const read = (...rows: readonly ReturnType<typeof week>[]) =>
  rowsByPay(rows).map(({ row, place }) => [place, row.pay, row.days.join(' | ')]);

test('overtime and double time of a day become rows of their own, after all that were typed', () => {
  expect(read(week('', '8+2 ot', '8', ' 8 + 1.5 OT '), week('', '4', '8+3dt', ''))).toEqual([
    [0, '', '8 | 8 | 8'],
    [1, '', '4 | 8 | '],
    [0, 'overtime', '2 |  | 1.5'],
    [1, 'double', ' | 3 | '],
  ]);
});

test('what is no such day, or of a row that says how it is paid, stays as it was typed', () => {
  expect(read(week('overtime', '8+2 ot'), week('', '=4+4', '8+2', 'ot'))).toEqual([
    [0, 'overtime', '8+2 ot'],
    [1, '', '=4+4 | 8+2 | ot'],
  ]);
});

test('a problem is shown where it was typed', () => {
  const rows = rowsByPay([week('', '8'), week('', '8+2 ot')]);
  expect(typedPlace('rows/2/days/0', rows)).toBe('rows/1/days/0');
  expect(typedPlace('weekOn', rows)).toBe('weekOn');
});
