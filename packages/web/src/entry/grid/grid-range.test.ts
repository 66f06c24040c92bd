import { describe, expect, test } from 'vitest';
import type { GridRow } from './grid-edits.ts';
import {
  blockOf,
  copiedText,
  filledDown,
  filledRight,
  foundCell,
  isOneCell,
  rangeOf,
  rangeSum,
  withRange,
  withTyped,
} from './grid-range.ts';

const COLUMNS = [
  { id: 'who', head: 'Who', width: '30%' },
  { id: 'net', head: 'Net', width: '30%', figures: true },
  { id: 'sum', head: 'Sum', width: '30%', figures: true, readOnly: true },
];
const row = (who: string, net = '', sum = ''): GridRow => ({ who, net, sum });
const ROWS = [row('A', '1.50', '9'), row('B', '=2*3'), row('C', 'x')];
const at = (rowAt: number, column: number) => ({ row: rowAt, column });

test('a range has both corners, whichever was first', () => {
  expect(rangeOf(at(2, 0), at(1, 1))).toEqual({ top: 1, bottom: 2, left: 0, right: 1 });
  expect(isOneCell(rangeOf(at(2, 1), at(2, 1)))).toBe(true);
  expect(isOneCell(rangeOf(at(2, 1), at(2, 0)))).toBe(false);
});

test('what is copied is what was typed, and reads back in a spreadsheet', () => {
  const block = blockOf([row('two\nlines', '1'), row('B')], rangeOf(at(0, 0), at(1, 1)), COLUMNS);
  expect(copiedText(block)).toBe('"two\nlines"\t1\nB\t');
});

describe('what is written', () => {
  test('leaves cells alone that are only shown', () => {
    expect(withTyped(ROWS, at(0, 0), COLUMNS, [['Z', '7', '8']])[0]).toEqual(row('Z', '7', '9'));
    expect(withRange(ROWS, rangeOf(at(0, 0), at(1, 2)), COLUMNS, () => '')).toEqual([
      row('', '', '9'),
      row(''),
      ROWS[2],
    ]);
  });

  test('down: the first row of the range, or the row above one row', () => {
    expect(filledDown(ROWS, rangeOf(at(0, 0), at(2, 1)), COLUMNS)).toEqual([
      ROWS[0],
      row('A', '1.50'),
      row('A', '1.50'),
    ]);
    expect(filledDown(ROWS, rangeOf(at(1, 1), at(1, 1)), COLUMNS)[1]).toEqual(row('B', '1.50'));
    expect(filledDown(ROWS, rangeOf(at(0, 1), at(0, 1)), COLUMNS)[0]).toEqual(row('A', '', '9'));
  });

  test('to the right: the first column of the range', () => {
    expect(filledRight(ROWS, rangeOf(at(0, 0), at(1, 2)), COLUMNS)).toEqual([
      row('A', 'A', '9'),
      row('B', 'B'),
      ROWS[2],
    ]);
  });
});

test('numbers of a range add up, arithmetic too; what is no number only counts', () => {
  expect(rangeSum(ROWS, rangeOf(at(0, 0), at(2, 1)), COLUMNS)).toEqual({ cells: 6, sum: 75_000 });
  expect(rangeSum(ROWS, rangeOf(at(0, 0), at(2, 0)), COLUMNS)).toEqual({ cells: 3, sum: null });
});

test('the next cell with a text is found, typed or shown, from the beginning again, or none', () => {
  const isShown = (of: number, column: string): string => (of === 1 && column === 'who' ? 'Ullage Marine' : '');
  const find = (text: string, from = at(0, 0)) => foundCell(ROWS, COLUMNS, text, { from, isShown });
  expect(find('marine')).toEqual(at(1, 0));
  expect(find('a', at(1, 0))).toEqual(at(0, 0));
  expect(find('nowhere')).toBeNull();
  expect(find(' ')).toBeNull();
});
