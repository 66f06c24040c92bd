import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { SHEET_KINDS, sheetKind, type Sheet } from './sheets.ts';
import { cellsOf, withCells, withParts } from './sheet-cells.ts';

const TODAY = isoDate('2027-03-10');
const word = fc.string({ maxLength: 8 });

test.each(SHEET_KINDS)('%s: what is typed in the cells of a sheet is in its rows, cell by cell', (kind) => {
  const { blank, columns } = sheetKind(kind);
  const empty = blank(TODAY);
  const typed = columns(empty).filter(({ isShown }) => !isShown);
  const ids = typed.map(({ id }) => id);
  const row = fc.record(Object.fromEntries(ids.map((id) => [id, word])));
  fc.assert(
    fc.property(fc.array(row, { maxLength: 4 }), (rows) => {
      const sheet = withCells(empty, rows, columns(empty));
      expect(cellsOf(sheet, typed)).toEqual(rows);
      expect(sheet.kind).toBe(kind);
    }),
  );
});

test('days of a week are one list, in their order', () => {
  const sheet = sheetKind('hours').blank(TODAY);
  const columns = sheetKind('hours').columns(sheet);
  const typed: Sheet = withCells(sheet, [{ employee: 'E1', 'days/0': '8', 'days/6': '1' }], columns);
  expect(typed.rows).toMatchObject([{ employee: 'E1', project: '', days: ['8', '', '', '', '', '', '1'] }]);
});

test('a field above the rows is changed and leaves the rows as they are', () => {
  const sheet = sheetKind('hours').blank(TODAY);
  expect(withParts(sheet, { weekOn: '2027-03-15' })).toEqual({ ...sheet, weekOn: '2027-03-15' });
});
