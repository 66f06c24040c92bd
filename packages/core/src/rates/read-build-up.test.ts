import { describe, expect, test } from 'vitest';
import { problemsOf } from '../problems/decision.ts';
import { BLANK_BUILD_UP_ROW, type BuildUpRow } from './build-up-row.ts';
import { ratesOf, ratesOfWhole } from './hour-rates.ts';
import { readBuildUp } from './read-build-up.ts';
import { rate } from '../money/quantity.ts';

const row = (change: Partial<BuildUpRow>): BuildUpRow => ({ ...BLANK_BUILD_UP_ROW, ...change });
const WAGE = row({ group: 'wage', amount: '31.20', per: 'hour' });
/** The carpenter of the worked example, as typed. */
const CARPENTER: readonly BuildUpRow[] = [
  WAGE,
  row({ name: 'Payroll tax', group: 'taxes', amount: '7.65 %', per: '% of wage' }),
  row({ name: 'Unemployment', group: 'tax', amount: '2.4', per: '%' }),
  row({}),
  row({ group: 'insurance', amount: '1,140', per: 'month', heads: '12', hours: '160' }),
  row({ group: 'benefits', amount: '612', per: 'month', hours: '=20*8' }),
];
const ratesRead = (rows: readonly BuildUpRow[]) => {
  const read = readBuildUp(rows);
  return read.ok ? ratesOf(read.value) : problemsOf(read);
};

describe('a build-up as typed', () => {
  test('comes to the rate of each kind of hour', () => {
    expect(ratesRead(CARPENTER)).toEqual({
      regular: { rate: 387_544, overhead: 0 },
      overtime: { rate: 559_222, overhead: 0 },
      double: { rate: 730_900, overhead: 0 },
    });
  });

  test('tells overhead from what payroll pays; both add up to the rate', () => {
    const rows = [
      ...CARPENTER,
      row({ group: 'overhead', amount: '4', per: 'hour' }),
      row({ group: 'overhead', amount: '10', per: '% of wage' }),
    ];
    // 38.75435 + 4 + 3.12 = 45.87435; in overtime 55.92215 + 4 + 4.68 = 64.60215.
    expect(ratesRead(rows)).toMatchObject({
      regular: { rate: 458_744, overhead: 71_200 },
      overtime: { rate: 646_022, overhead: 86_800 },
    });
  });

  test.each([
    { case: 'a yearly salary', row: row({ group: 'wage', amount: '83,200', per: 'year', hours: '1840' }), is: 452_174 },
    { case: 'a monthly salary', row: row({ group: 'wage', amount: '8,000', per: 'month', hours: '160' }), is: 500_000 },
  ])('$case is divided by the hours worked for it', ({ row: salary, is }) => {
    expect(ratesRead([salary])).toMatchObject({ regular: { rate: is } });
  });

  test('a yearly benefit is divided by the hours of the year', () => {
    const yearly = row({ group: 'benefits', amount: '1,840', per: 'year', hours: '1840' });
    expect(ratesRead([WAGE, yearly])).toMatchObject({ regular: { rate: 322_000 }, double: { rate: 634_000 } });
  });

  test('paid leave as a share of the wage rises with it', () => {
    // 240 hours of leave for 1,840 worked: 13.0435 %; 31.20 × 1.130435 = 35.26957…
    const leave = row({ name: 'Paid leave', group: 'wage', amount: '=240/1840*100', per: '% of wage' });
    expect(ratesRead([WAGE, leave])).toMatchObject({ regular: { rate: 352_696 } });
  });

  test('a ceiling averages a tax over the year', () => {
    const tax = row({ group: 'taxes', amount: '6.2', per: '% of wage', ceiling: '60,000', yearlyWage: '80,000' });
    expect(ratesRead([row({ ...WAGE, amount: '40' }), tax])).toMatchObject({ regular: { rate: 418_600 } });
  });

  test.each([
    { case: 'nothing', rows: [row({})], problem: { at: 'buildUp', kind: 'nothing-entered' } },
    {
      case: 'no wage',
      rows: [row({ group: 'taxes', amount: '5', per: '% of wage' })],
      problem: { at: 'buildUp', kind: 'missing', field: 'the wage' },
    },
    { case: 'no amount', rows: [row({ ...WAGE, amount: '' })], problem: { at: 'buildUp/0/amount', kind: 'missing' } },
    {
      case: 'less than nothing',
      rows: [row({ ...WAGE, amount: '-1' })],
      problem: { at: 'buildUp/0/amount', kind: 'number-outside' },
    },
    {
      case: 'a group there is not',
      rows: [row({ ...WAGE, group: 'bonus' })],
      problem: { at: 'buildUp/0/group', kind: 'not-a-choice' },
    },
    {
      case: 'a month without hours',
      rows: [WAGE, row({ group: 'benefits', amount: '5', per: 'month' })],
      problem: { at: 'buildUp/1/hours', kind: 'missing' },
    },
    {
      case: 'no hours to divide by',
      rows: [WAGE, row({ group: 'benefits', amount: '5', per: 'month', hours: '0' })],
      problem: { at: 'buildUp/1/hours', kind: 'number-outside' },
    },
    {
      case: 'nobody to divide by',
      rows: [WAGE, row({ group: 'insurance', amount: '5', per: 'month', hours: '1', heads: '0' })],
      problem: { at: 'buildUp/1/heads', kind: 'number-outside' },
    },
    {
      case: 'a ceiling without the year’s wage',
      rows: [WAGE, row({ group: 'taxes', amount: '5', per: '% of wage', ceiling: '9,000' })],
      problem: { at: 'buildUp/1/yearlyWage', kind: 'missing' },
    },
    {
      case: 'a ceiling of nothing',
      rows: [WAGE, row({ group: 'taxes', amount: '5', per: '% of wage', ceiling: '0', yearlyWage: '1' })],
      problem: { at: 'buildUp/1/ceiling', kind: 'number-outside' },
    },
  ])('$case is refused at its cell', ({ rows, problem }) => {
    expect(problemsOf(readBuildUp(rows))).toMatchObject([problem]);
  });
});

test('a rate nobody told the make-up of rises as a whole', () => {
  expect(ratesOfWhole(rate(387_545))).toEqual({
    regular: { rate: 387_545, overhead: 0 },
    // 58.13175, half away from zero.
    overtime: { rate: 581_318, overhead: 0 },
    double: { rate: 775_090, overhead: 0 },
  });
});
