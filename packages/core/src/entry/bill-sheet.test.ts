import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sum } from '../money/cents.ts';
import { supplierBill } from '../posting/supplier-bill.ts';
import { BILL_COLUMNS, readBillSheet, type BillRow, type BillSheet } from './bill-sheet.ts';
import { SAMPLE, SAMPLE_ROLES } from './sample-catalog.test.sample.ts';

const BLANK: BillRow = {
  supplier: '',
  number: '',
  datedOn: '',
  dueOn: '',
  total: '',
  project: '',
  code: '',
  costType: '',
  net: '',
  tax: '',
  text: '',
};
const GOOD: BillRow = {
  ...BLANK,
  supplier: 'STONE',
  number: 'N-100',
  datedOn: '3/30',
  dueOn: '+30',
  project: 'GATE',
  code: 'A/31-250',
  net: '900.00',
};

const row = (change: Partial<BillRow>): BillRow => ({ ...GOOD, ...change });
const sheet = (rows: readonly BillRow[], controlTotal = ''): BillSheet => ({ controlTotal, rows });
const read = (rows: readonly BillRow[], controlTotal = '') => readBillSheet(sheet(rows, controlTotal), SAMPLE);

describe('a bill as typed', () => {
  test('is read with its days, its coding and its amount', () => {
    const { bills, problems, entered } = read([GOOD]);
    expect(problems).toEqual([]);
    expect(bills).toMatchObject([
      {
        gross: 90_000,
        firstRow: 0,
        bill: {
          supplier: 1,
          number: 'N-100',
          datedOn: '2027-03-30',
          dueOn: '2027-04-29',
          lines: [
            { net: 90_000, target: { kind: 'project', coding: { phase: 7, costCode: 11, costType: 'material' } } },
          ],
        },
      },
    ]);
    expect(entered).toBe(90_000);
  });

  test('goes on over rows without a head of their own', () => {
    const { bills } = read([GOOD, { ...BLANK, code: '6100', net: '100.00' }, row({ number: 'N-101' })]);
    expect(bills.map(({ bill, firstRow }) => [bill.number, firstRow, bill.lines.length])).toEqual([
      ['N-100', 0, 2],
      ['N-101', 2, 1],
    ]);
  });

  test('adds tax to its total and leaves blank rows out', () => {
    const { bills } = read([BLANK, row({ tax: 'ST' }), BLANK]);
    expect(bills[0]?.gross).toBe(95_625);
  });

  test('may be a supplier credit', () => {
    const { bills, problems } = read([row({ net: '-250.00' })]);
    expect(problems).toEqual([]);
    expect(bills[0]?.gross).toBe(-25_000);
  });

  test('takes the due day of the bill where none is typed', () => {
    expect(read([row({ dueOn: '' })]).bills[0]?.bill.dueOn).toBe('2027-03-30');
  });
});

describe('what is refused, at its cell, with its reason', () => {
  test.each([
    { case: 'no supplier', rows: [row({ supplier: '' })], at: 'rows/0/supplier', kind: 'missing' },
    { case: 'an unknown supplier', rows: [row({ supplier: 'nobody' })], at: 'rows/0/supplier', kind: 'unknown-code' },
    {
      case: 'a supplier that could be two',
      rows: [row({ supplier: 'st' })],
      at: 'rows/0/supplier',
      kind: 'ambiguous-code',
    },
    { case: 'no bill number', rows: [row({ number: ' ' })], at: 'rows/0/number', kind: 'missing' },
    {
      case: 'a number that is in the books',
      rows: [row({ number: 'n-77' })],
      at: 'rows/0/number',
      kind: 'duplicate-bill',
    },
    {
      case: 'a number twice in the sheet',
      rows: [GOOD, row({ supplier: 'FUEL' }), row({ number: 'n-100' })],
      at: 'rows/2/number',
      kind: 'duplicate-bill',
    },
    { case: 'no day', rows: [row({ datedOn: '' })], at: 'rows/0/datedOn', kind: 'missing' },
    { case: 'a day that is none', rows: [row({ datedOn: '2/30' })], at: 'rows/0/datedOn', kind: 'unreadable-day' },
    { case: 'a locked month', rows: [row({ datedOn: '1/31' })], at: 'rows/0/datedOn', kind: 'month-locked' },
    { case: 'due before it is dated', rows: [row({ dueOn: '3/1' })], at: 'rows/0/dueOn', kind: 'days-out-of-order' },
    { case: 'a total that is off', rows: [row({ total: '900.01' })], at: 'rows/0/total', kind: 'control-total-off' },
    { case: 'an unknown project', rows: [row({ project: 'X' })], at: 'rows/0/project', kind: 'unknown-code' },
    { case: 'a closed project', rows: [row({ project: 'OLD' })], at: 'rows/0/project', kind: 'project-closed' },
    { case: 'an unknown phase', rows: [row({ code: 'B/31-250' })], at: 'rows/0/code', kind: 'unknown-code' },
    { case: 'an unknown cost code', rows: [row({ code: 'A/99' })], at: 'rows/0/code', kind: 'unknown-code' },
    { case: 'no code at all', rows: [row({ code: '' })], at: 'rows/0/code', kind: 'missing' },
    { case: 'a heading without a cost type', rows: [row({ code: '31-000' })], at: 'rows/0/costType', kind: 'missing' },
    {
      case: 'a cost type that is none',
      rows: [row({ costType: 'gold' })],
      at: 'rows/0/costType',
      kind: 'not-a-choice',
    },
    { case: 'no amount', rows: [row({ net: '' })], at: 'rows/0/net', kind: 'missing' },
    { case: 'an amount that is none', rows: [row({ net: '12,34' })], at: 'rows/0/net', kind: 'unreadable-number' },
    { case: 'tenths of a cent', rows: [row({ net: '1.234' })], at: 'rows/0/net', kind: 'too-many-decimals' },
    { case: 'an unknown tax code', rows: [row({ tax: 'X' })], at: 'rows/0/tax', kind: 'unknown-code' },
    {
      case: 'an account that documents keep',
      rows: [row({ project: '', code: 'receivable' })],
      at: 'rows/0/code',
      kind: 'control-account',
    },
    {
      case: 'a second line that is wrong',
      rows: [GOOD, { ...BLANK, project: 'GATE', code: '31-100', net: 'x' }],
      at: 'rows/1/net',
      kind: 'unreadable-number',
    },
    { case: 'an empty sheet', rows: [BLANK], at: 'rows', kind: 'nothing-entered' },
  ])('$case', ({ rows, at, kind }) => {
    expect(read(rows).problems.map((problem) => ({ at: problem.at, kind: problem.kind }))).toContainEqual({ at, kind });
  });

  test('a batch whose control total is not met, by how much it is off', () => {
    expect(read([GOOD], '31,558.40')).toMatchObject({
      missing: 3_065_840,
      problems: [{ at: 'controlTotal', kind: 'control-total-off' }],
    });
    expect(read([GOOD], '900').missing).toBe(0);
    expect(read([GOOD]).missing).toBeNull();
  });
});

describe('what is worth a look', () => {
  test.each([
    { case: 'over its budget line', rows: [row({ net: '1,000.01' })], kinds: ['over-budget'] },
    { case: 'just at its budget line', rows: [row({ net: '1,000.00' })], kinds: [] },
    {
      case: 'two lines that together go over',
      rows: [row({ net: '600' }), row({ number: 'N-2', net: '600' })],
      kinds: ['over-budget'],
    },
    { case: 'no budget line', rows: [row({ code: '01-540' })], kinds: ['unbudgeted'] },
    {
      case: 'far above the usual',
      rows: [row({ project: '', code: '6100', net: '30,000.01' })],
      kinds: ['unusual-amount'],
    },
    {
      case: 'a new supplier has no usual',
      rows: [row({ supplier: 'FUEL', project: '', code: '6100', net: '30,000.01' })],
      kinds: [],
    },
    { case: 'another month', rows: [row({ datedOn: '2/27', net: '1' })], kinds: ['other-month'] },
  ])('$case', ({ rows, kinds }) => {
    const { warnings, problems } = read(rows);
    expect(problems).toEqual([]);
    expect(warnings.map(({ kind }) => kind)).toEqual(kinds);
  });
});

test('whatever is typed, the sheet answers; what has no problems posts entries that balance', () => {
  const cell = fc.oneof(
    {
      weight: 4,
      arbitrary: fc.constantFrom(
        '',
        'STONE',
        'N-1',
        '3/30',
        '+10',
        'GATE',
        'A/31-250',
        '31-100',
        '6100',
        '12.50',
        '=3*4',
        'ST',
        'VAT',
        'mat',
        '-5',
      ),
    },
    { weight: 1, arbitrary: fc.string({ maxLength: 12 }) },
  );
  const anyRow = fc
    .tuple(...BILL_COLUMNS.map(() => cell))
    .map(
      (cells) => Object.fromEntries(BILL_COLUMNS.map((column, index) => [column, cells[index]])) as unknown as BillRow,
    );
  fc.assert(
    fc.property(fc.array(anyRow, { maxLength: 5 }), cell, (rows, total) => {
      const batch = read(rows, total);
      for (const { bill, gross } of batch.bills) {
        const { lines } = supplierBill(SAMPLE_ROLES, bill);
        expect(sum(lines.map(({ amount }) => amount))).toBe(0);
        const payable = lines.filter(({ account }) => account === SAMPLE_ROLES.payable).map(({ amount }) => amount);
        expect(sum(payable)).toBe(-gross + 0);
      }
      for (const { at } of batch.problems) expect(at).toMatch(/^(rows|controlTotal|rows\/\d+\/\w+)$/);
    }),
  );
});
