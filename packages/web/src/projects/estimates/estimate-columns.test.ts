import { describe, expect, test } from 'vitest';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { BLANK_ROW, type EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { costCodeId, employeeId, phaseId, projectId } from '@lowtide/core/ledger/ids.ts';
import { estimateColumns, estimateSuggestions, isHeadingRow } from './estimate-columns.ts';

const worker = (id: number, code: string, name: string, jobRole: string) => ({
  ...{ id: employeeId(id), code, name, jobRole, rates: [] },
});
const basis: EstimateBasis = {
  project: {
    ...{ id: projectId(1), code: 'GATE', name: 'Tide gate', kind: 'client' },
    phases: [{ id: phaseId(1), code: 'A', name: 'Earthwork' }],
  },
  costCodes: [
    { id: costCodeId(1), code: '31-000', name: 'Earthwork', costType: null },
    { id: costCodeId(2), code: '31-250', name: 'Armor stone', costType: 'material' },
    { id: costCodeId(3), code: '31-100', name: 'Earthwork crew', costType: 'labor' },
  ],
  workers: [worker(1, 'E1', 'A. Brisk', 'crew'), worker(2, 'E2', 'T. Callow', 'crew')],
  pricedOn: isoDate('2027-01-01'),
};
const sheet: EstimateSheet = {
  usualMarkup: '',
  rows: [
    { ...BLANK_ROW, section: 'Site' },
    { ...BLANK_ROW, section: 'Structures' },
  ],
};
const offered = (column: string, typed: string) =>
  estimateSuggestions(column, typed, { sheet, basis }).map(({ code, patch }) => [code, patch]);

describe('a cell offers', () => {
  test.each([
    { case: 'sections there are, once one is begun', column: 'section', typed: 's', codes: ['Site', 'Structures'] },
    { case: 'no section while nothing is typed', column: 'section', typed: '', codes: [] },
    { case: 'not the section it says already', column: 'section', typed: 'Site', codes: [] },
    { case: 'codes that take cost, no headings', column: 'code', typed: '31', codes: ['31-250', '31-100'] },
    { case: 'codes by their name', column: 'code', typed: 'armor', codes: ['31-250'] },
    { case: 'codes within the phase that is typed', column: 'code', typed: 'A/crew', codes: ['A/31-100'] },
    { case: 'people and what they work as, for an hour', column: 'unitCost', typed: 'c', codes: ['crew', 'E2'] },
    { case: 'nothing for a number', column: 'unitCost', typed: '27', codes: [] },
    { case: 'nothing for a text', column: 'text', typed: 's', codes: [] },
  ])('$case', ({ column, typed, codes }) => {
    expect(offered(column, typed).map(([code]) => code)).toEqual(codes);
  });

  test('an hour brings its unit', () => {
    expect(offered('unitCost', 'crew')[0]).toEqual(['crew', { unitCost: 'crew', unit: 'h' }]);
  });
});

test('a row that only names a section is its heading', () => {
  expect([{ section: 'Site' }, { section: 'Site', text: 'Sand' }, { text: 'Sand' }].map(isHeadingRow)).toEqual([
    ...[true, false, false],
  ]);
});

test('of a decided sheet nothing can be typed; the widths fill the sheet', () => {
  expect(estimateColumns(true).every(({ readOnly }) => readOnly)).toBe(true);
  expect(estimateColumns(false).some(({ readOnly }) => readOnly)).toBe(false);
  const width = estimateColumns(false).reduce((sum, each) => sum + Number.parseFloat(each.width), 0);
  expect(width).toBeCloseTo(100);
});
