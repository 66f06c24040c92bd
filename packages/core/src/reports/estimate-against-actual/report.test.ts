import { describe, expect, test } from 'vitest';
import { columnsRead, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { ESTIMATE_AGAINST_ACTUAL } from './report.ts';
import { Against } from './shape.ts';

const sides = (over: number) => ({
  ...{
    estimatedCents: 100,
    changesCents: 20,
    actualCents: 120 + over,
    committedCents: 7,
    completionCents: 130,
    overCents: over,
  },
  ...{ over: share(over, 120), priceCents: 150, priceChangesCents: 25 },
});
const at = { projectId: 1, project: 'PE-01', projectName: 'Garrow Creek' };
const answer = Against.parse({
  rows: [
    {
      ...{ ...at, ...sides(12), section: 'Site', code: '31-200', name: 'Dredging', costType: 'subcontract' },
      ...{ estimated: true, actualFigure: 'actual' },
    },
    { ...at, ...sides(3), section: '', code: '', name: '', costType: null, estimated: false },
  ],
  sections: [
    { ...at, ...sides(12), section: 'Site' },
    { ...at, ...sides(3), section: '' },
  ],
  totals: { ...sides(15), over: null },
  earnedCents: 0,
  billedCents: 0,
});
const SIDES = [
  ...['Estimated (estimated_cost, money)', 'Changes (approved_changes, money)', 'Actual (actual_cost, money)'],
  'Committed (committed, money)',
  ...['Over ± (over, money, plain)', '% (over_percent, percent)', 'EAC (at_completion, money)'],
  ...['Price (price, money)', 'Price changes (price_changes, money)'],
];
const TOTALS = ['100', '20', '135', '7', '15', '–', '130', '150', '25'];

describe('per line', () => {
  const table = () => ESTIMATE_AGAINST_ACTUAL.table(answer, { per: 'line' });
  test('each line has its code, and its cost leads to where it was posted', () => {
    expect(columnsRead(table())).toEqual([
      ...['Project (project, text)', 'Project name (project_name, text, gives way, file only)'],
      ...['Section (section, text, gives way)', 'Code (code, text)'],
      ...['Cost code (name, text, gives way)', 'Type (cost_type, text, file only)'],
      ...['Estimated (estimated, text, file only)', ...SIDES],
    ]);
    expect(rowsRead(table())).toEqual([
      [
        ...['PE-01', 'Garrow Creek', 'Site', '31-200', 'Dredging', 'subcontract', 'yes'],
        ...['100', '20', '132 ← actual', '7', '12', '12/120', '130', '150', '25'],
      ],
      ['PE-01', 'Garrow Creek', '', '', '', '', 'no', '100', '20', '123', '7', '3', '3/120', '130', '150', '25'],
    ]);
    expect(totalsRead(table())).toEqual(['Total', '', '', '', '', '', '', ...TOTALS]);
  });

  test('what nobody estimated is marked', () => {
    expect(rowsNamed(table())).toEqual([
      'PE-01 Site 31-200 subcontract, PE-01 31-200, /projects/1',
      'PE-01   , PE-01 , unbudgeted, /projects/1',
    ]);
  });
});

test('per section, what is in none is said so', () => {
  const table = ESTIMATE_AGAINST_ACTUAL.table(answer, { per: 'section' });
  expect(columnsRead(table)).toEqual([
    ...['Project (project, text)', 'Project name (project_name, text, gives way)'],
    ...['Section (section, text, gives way)', ...SIDES],
  ]);
  expect(rowsRead(table)).toEqual([
    ['PE-01', 'Garrow Creek', 'Site', '100', '20', '132', '7', '12', '12/120', '130', '150', '25'],
    ['PE-01', 'Garrow Creek', 'Not in the estimate', '100', '20', '123', '7', '3', '3/120', '130', '150', '25'],
  ]);
  expect(totalsRead(table)).toEqual(['Total', '', '', ...TOTALS]);
  expect(rowsNamed(table)).toEqual(['PE-01 Site  , PE-01 Site, /projects/1', 'PE-01   , PE-01 , /projects/1']);
});
