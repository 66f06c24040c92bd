import { expect, test } from 'vitest';
import { markedCells, placeWords } from './remark-places.ts';
import type { Preview } from '../draft/use-draft.ts';

const COLUMNS = [
  { id: 'net', head: 'Net', width: '1%' },
  { id: 'days/2', head: 'Wed 3', width: '1%' },
];

const FIELDS = [{ id: 'controlTotal', label: 'Control total' }];

test.each([
  ['rows/3/net', 'Row 4, Net:'],
  ['rows/0/days/2', 'Row 1, Wed 3:'],
  ['rows/0', 'Row 1:'],
  ['rows', ''],
  ['controlTotal', 'Control total:'],
])('%s is said as “%s”', (at, words) => {
  expect(placeWords(COLUMNS, FIELDS)(at)).toBe(words);
});

test('a cell that is wrong and worth a look is marked as wrong', () => {
  const remark = (at: string, message: string) => ({ at, kind: 'x', message });
  const preview = {
    problems: [remark('rows/0/net', 'wrong'), remark('rows/1/days/2', 'no rate'), remark('controlTotal', 'off')],
    warnings: [remark('rows/0/net', 'large'), remark('rows/2/net', 'over')],
  };
  const marks = markedCells(preview as unknown as Preview);
  expect([...marks].map(([cell, { tone, message }]) => [cell, tone, message])).toEqual([
    ['0/net', 'trouble', 'wrong'],
    ['2/net', 'warning', 'over'],
    ['1/days/2', 'trouble', 'no rate'],
  ]);
});
