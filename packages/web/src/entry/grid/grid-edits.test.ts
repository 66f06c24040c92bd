import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  blankRow,
  isBlankRow,
  isBlock,
  pastedBlock,
  withBlankRow,
  withBlock,
  withCell,
  withRowMoved,
} from './grid-edits.ts';

const COLUMNS = ['a', 'b', 'c'];
const row = (a: string, b = '', c = ''): Record<string, string> => ({ a, b, c });

describe('typing in a cell', () => {
  test('keeps every character, spaces at the end too', () => {
    expect(withCell([row('1')], { row: 0, column: 1 }, COLUMNS, 'Saltern ')).toEqual([row('1', 'Saltern ')]);
  });

  test('below the last row makes rows up to it', () => {
    expect(withCell([], { row: 1, column: 0 }, COLUMNS, 'x')).toEqual([row(''), row('x')]);
  });
});

describe('pasting cells of a spreadsheet', () => {
  test.each([
    {
      case: 'rows and columns',
      text: 'a\tb\nc\td\n',
      block: [
        ['a', 'b'],
        ['c', 'd'],
      ],
    },
    {
      case: 'line ends of another system',
      text: 'a\tb\r\nc\td\r\n',
      block: [
        ['a', 'b'],
        ['c', 'd'],
      ],
    },
    {
      case: 'quotes around what holds tabs and lines',
      text: '"one\ttwo\nthree"\tb',
      block: [['one\ttwo\nthree', 'b']],
    },
    { case: 'spaces around amounts', text: ' 1,234.50 \t x', block: [['1,234.50', 'x']] },
  ])('$case', ({ text, block }) => {
    expect(pastedBlock(text)).toEqual(block);
  });

  test('one cell is no block and is left to the field', () => {
    expect(isBlock('just text')).toBe(false);
    expect(isBlock('just text\n')).toBe(false);
    expect(isBlock('two\tcells')).toBe(true);
  });

  test('writes over what is there, makes rows, and leaves out what does not fit at the right', () => {
    const written = withBlock([row('1', '2', '3')], { row: 0, column: 1 }, COLUMNS, [['x', 'y', 'too far'], ['z']]);
    expect(written).toEqual([row('1', 'x', 'y'), row('', 'z', '')]);
  });

  test('changes nothing outside the block', () => {
    const anyRow = fc.record({ a: fc.string(), b: fc.string(), c: fc.string() });
    fc.assert(
      fc.property(
        fc.array(anyRow, { maxLength: 6 }),
        fc.nat(6),
        fc.nat(2),
        fc.array(fc.array(fc.string(), { maxLength: 3 }), { maxLength: 4 }),
        (rows, at, column, block) => {
          const written = withBlock(rows, { row: at, column }, COLUMNS, block);
          expect(written.length).toBe(Math.max(rows.length, at + block.length));
          written.forEach((after, index) => {
            const before = rows[index] ?? blankRow(COLUMNS);
            COLUMNS.forEach((name, place) => {
              const typed = place >= column ? block[index - at]?.[place - column] : undefined;
              expect(after[name]).toBe(typed ?? before[name as 'a']);
            });
          });
        },
      ),
    );
  });
});

describe('whole rows', () => {
  const rows = [row('1'), row('2'), row('3')];

  test.each([
    { case: 'first', at: 0, after: ['', '1', '2', '3'] },
    { case: 'at the end', at: 3, after: ['1', '2', '3', ''] },
    { case: 'beyond the end', at: 5, after: ['1', '2', '3'] },
  ])('a blank one is put in $case', ({ at, after }) => {
    expect(withBlankRow(rows, at, COLUMNS).map(({ a }) => a)).toEqual(after);
  });

  test.each([
    { case: 'down', from: 0, to: 2, after: ['2', '3', '1'] },
    { case: 'up', from: 2, to: 1, after: ['1', '3', '2'] },
    { case: 'above the first', from: 0, to: -1, after: ['1', '2', '3'] },
    { case: 'below the last', from: 2, to: 3, after: ['1', '2', '3'] },
    { case: 'that is not there', from: 3, to: 0, after: ['1', '2', '3'] },
  ])('one is moved $case', ({ from, to, after }) => {
    expect(withRowMoved(rows, from, to).map(({ a }) => a)).toEqual(after);
  });

  test('moved there and back, all is as before, and no row is a new one', () => {
    fc.assert(
      fc.property(fc.nat(2), fc.nat(2), (from, to) => {
        const back = withRowMoved(withRowMoved(rows, from, to), to, from);
        back.forEach((each, index) => expect(each).toBe(rows[index]));
      }),
    );
  });
});

test('a row is blank when nothing but spaces is in it', () => {
  expect(isBlankRow(row(' ', '', '  '))).toBe(true);
  expect(isBlankRow(row('', '0'))).toBe(false);
});
