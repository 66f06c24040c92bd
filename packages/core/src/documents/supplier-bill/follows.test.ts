import { describe, expect, test } from 'vitest';
import { GOOD, read as readRows } from './bills.test.sample.ts';
import { BLANK_BILL_ROW, type BillRow } from './form.ts';

const read = (...rows: readonly Partial<BillRow>[]) => readRows(rows.map((row) => ({ ...BLANK_BILL_ROW, ...row })));
const follows = (...rows: readonly Partial<BillRow>[]) => read(...rows).follows.map(({ at, text }) => `${at} ${text}`);
const LINE = { project: GOOD.project, code: GOOD.code };

test('the day it is due follows by the terms of the supplier, the cost type from the code', () => {
  expect(follows({ ...GOOD, dueOn: '', costType: '' })).toEqual([
    'rows/0/dueOn 29 Apr 2027',
    'rows/0/costType material',
  ]);
  expect(follows({ ...GOOD, dueOn: '+10', costType: 'labor' })).toEqual([]);
});

describe('the only net that is left out is the rest of the total', () => {
  const head = { ...GOOD, dueOn: '+10', costType: 'material' };

  test.each([
    { case: 'of one line', rows: [{ ...head, total: '1,800.00', net: '' }], rest: 'rows/0/net 1,800.00' },
    {
      case: 'of the last of two',
      rows: [
        { ...head, total: '1,800.00', net: '1,200.01' },
        { ...LINE, costType: 'material' },
      ],
      rest: 'rows/1/net 599.99',
    },
    // 100.00 and 20 % are 120.00.
    { case: 'with tax', rows: [{ ...head, total: '120.00', net: '', tax: 'VAT' }], rest: 'rows/0/net 100.00' },
    { case: 'of a credit', rows: [{ ...head, total: '-50.00', net: '' }], rest: 'rows/0/net \u221250.00' },
  ])('$case', ({ rows, rest }) => {
    const { problems, postings } = read(...rows);
    expect(follows(...rows)).toEqual([rest]);
    expect(problems).toEqual([]);
    expect(postings).toHaveLength(1);
  });

  test.each([
    { case: 'without a total', rows: [{ ...head, total: '', net: '' }] },
    {
      case: 'of two',
      rows: [
        { ...head, total: '10', net: '' },
        { ...LINE, costType: 'material' },
      ],
    },
    {
      case: 'where nothing is left',
      rows: [
        { ...head, total: '10', net: '10' },
        { ...LINE, costType: 'material' },
      ],
    },
    {
      case: 'beside a net that is no number',
      rows: [
        { ...head, total: '10', net: '1x' },
        { ...LINE, costType: 'material' },
      ],
    },
  ])('not $case: it is missing', ({ rows }) => {
    expect(follows(...rows)).toEqual([]);
    expect(read(...rows).problems).not.toEqual([]);
  });

  test('and is kept with the document as if it had been typed', () => {
    const [posting] = read({ ...head, total: '1,800.00', net: '' }).postings;
    expect(posting?.body).toMatchObject({ rows: [{ net: '1,800.00' }] });
  });
});
