import fc from 'fast-check';
import { expect, test } from 'vitest';
import { BLANK_ROW, ESTIMATE_COLUMNS, RIVALS, type EstimateRow } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { GridRow } from '../../entry/grid/grid-edits.ts';
import { ruledRows } from './ruled-rows.ts';

const row = (cells: Partial<EstimateRow>): EstimateRow => ({ ...BLANK_ROW, ...cells });
const edited = (rows: readonly EstimateRow[]): readonly GridRow[] => rows.map((each) => ({ ...each }));
const SAND = row({ text: 'Sand', quantity: '10', unitCost: '27.4', markup: '20' });
const STONE = row({ text: 'Stone', cost: '900', price: '1,200' });

test.each([
  { case: 'a price empties the markup', typed: { price: '400' }, gone: ['markup'] },
  { case: 'a cost empties the unit cost', typed: { cost: '300' }, gone: ['unitCost'] },
  { case: 'a quantity empties nothing', typed: { quantity: '12' }, gone: [] },
  { case: 'an emptied markup makes nothing rule', typed: { markup: '' }, gone: [] },
  { case: 'cost and price together', typed: { cost: '300', price: '400' }, gone: ['unitCost', 'markup'] },
])('$case', ({ typed, gone }) => {
  const [after] = ruledRows([SAND], edited([{ ...SAND, ...typed }]));
  const emptied = Object.fromEntries(gone.map((column) => [column, '']));
  expect(after).toEqual({ ...SAND, ...typed, ...emptied });
});

test('a row typed below the last one has every column', () => {
  expect(ruledRows([SAND], [SAND as unknown as GridRow, { text: 'Fuel' }])).toEqual([SAND, row({ text: 'Fuel' })]);
});

test('rows taken out, put in or moved stay as they are', () => {
  const rows = [SAND, STONE, row({ text: 'Fuel', unitPrice: '3', quantity: '4' })];
  const grid = rows as unknown as readonly GridRow[];
  expect(ruledRows(rows, grid.slice(1))).toEqual(rows.slice(1));
  expect(ruledRows(rows, [{ ...BLANK_ROW }, ...grid])).toEqual([BLANK_ROW, ...rows]);
  expect(ruledRows(rows, grid.toReversed())).toEqual(rows.toReversed());
  expect(ruledRows(rows, grid.toReversed())[0]).toBe(rows[2]);
});

test('whatever is typed in whatever order, of rivals at most one is filled', () => {
  const cell = fc.tuple(fc.nat(2), fc.constantFrom(...ESTIMATE_COLUMNS), fc.constantFrom('', '5', '120'));
  fc.assert(
    fc.property(fc.array(cell, { maxLength: 40 }), (edits) => {
      let rows: readonly EstimateRow[] = [BLANK_ROW, BLANK_ROW, BLANK_ROW];
      for (const [index, column, value] of edits) {
        const next = rows.map((each, at) => (at === index ? { ...each, [column]: value } : each));
        rows = ruledRows(rows, next as unknown as readonly GridRow[]);
      }
      for (const each of rows)
        for (const rivals of RIVALS)
          expect(rivals.filter((column) => each[column] !== '').length).toBeLessThanOrEqual(1);
    }),
  );
});
