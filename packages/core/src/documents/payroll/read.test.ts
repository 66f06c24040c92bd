import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { documentId, employeeId } from '../../ledger/ids.ts';
import { quantity } from '../../money/quantity.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { PayrollRow } from './form.ts';
import { readPayrollSheet } from './read.ts';

const row = (change: Partial<PayrollRow>): PayrollRow => ({
  ...{ employee: 'E1', regularHours: '', overtimeHours: '', grossRegular: '', grossOvertime: '', employerTaxes: '' },
  ...{ insurance: '', benefits: '', withheld: '', net: '', text: '' },
  ...change,
});
const PERIOD = { kind: 'payroll' as const, from: '3/1', through: '3/14', paidOn: '3/19', fee: '', supplementTo: '' };
const read = (rows: readonly PayrollRow[], change: object = {}, books: object = {}) =>
  readPayrollSheet({ ...PERIOD, rows: [...rows], ...change }, { ...SAMPLE, ...books });
const FULL = row({
  ...{ regularHours: '80', overtimeHours: '4', grossRegular: '2,400', grossOvertime: '180' },
  ...{ employerTaxes: '259.29', insurance: '47.50', benefits: '306', withheld: '552.12' },
});
const there = (hours: number, workedOn = '2027-03-01') => ({
  ...{ employee: employeeId(1), workedOn: isoDate(workedOn), coding: null, hours: quantity(hours * 10_000) },
});

describe('a payroll', () => {
  test('debits labor clearing with all that people cost, and owes net pay and the rest', () => {
    const { postings, problems, entered } = read([FULL], { fee: '12.50' });
    expect(problems).toEqual([]);
    // 2,580 + 259.29 + 47.50 + 306 = 3,192.79; net 2,580 − 552.12; owed 552.12 + 612.79.
    expect(postings[0]).toMatchObject({
      ...{ number: 'Payroll 2027-03-01 to 2027-03-14', datedOn: '2027-03-19', gross: 320_529, memo: '1 people' },
    });
    expect(entered).toBe(320_529);
    const lines = postings[0]?.entries.flatMap((entry) => entry.lines) ?? [];
    expect(lines.map(({ account, amount, employee }) => [account, amount, employee])).toEqual([
      [SAMPLE_ROLES['labor-clearing'], 319_279, 1],
      [SAMPLE_ROLES['net-pay'], -202_788, 1],
      [SAMPLE_ROLES['payroll-liabilities'], -116_491, 1],
      [SAMPLE_ROLES['labor-clearing'], 1_250, null],
      [SAMPLE_ROLES['payroll-liabilities'], -1_250, null],
    ]);
  });

  test('is enough in three amounts: salaries, what the employer pays on top, the fee', () => {
    const all = row({ employee: '', grossRegular: '50,000', employerTaxes: '6,000' });
    const { postings, problems, warnings } = read([all], { fee: '200' }, { hoursThere: [there(8)] });
    expect([problems, warnings]).toEqual([[], []]);
    const effects = [{ kind: 'payroll', paid: { people: [{ employee: null }] } }];
    expect(postings[0]).toMatchObject({ gross: 5_620_000, memo: 'in all', effects });
  });

  test('says the net pay that follows', () => {
    expect(read([FULL]).follows).toEqual([{ at: 'rows/0/net', text: '2027.88' }]);
    expect(read([row({ ...FULL, net: '2,027.88' })]).problems).toEqual([]);
  });
});

test.each([
  {
    case: 'net pay that is not gross less withheld',
    rows: [row({ ...FULL, net: '2,000' })],
    at: 'rows/0/net',
    kind: 'net-pay-apart',
  },
  { case: 'somebody twice', rows: [FULL, FULL], at: 'rows/1/employee', kind: 'paid-twice' },
  {
    case: 'one sum beside people',
    rows: [FULL, row({ ...FULL, employee: '' })],
    at: 'rows/1/employee',
    kind: 'missing',
  },
  { case: 'nobody known', rows: [row({ ...FULL, employee: 'E9' })], at: 'rows/0/employee', kind: 'unknown-code' },
  { case: 'no pay', rows: [row({ regularHours: '8' })], at: 'rows/0/grossRegular', kind: 'missing' },
  { case: 'nothing', rows: [], at: 'rows', kind: 'nothing-entered' },
])('$case is refused at its cell', ({ rows, at, kind }) => {
  expect(read(rows).problems).toMatchObject([{ at, kind }]);
});

test.each([
  { case: 'a period that ends before it begins', change: { from: '3/20' }, at: 'through', kind: 'days-out-of-order' },
  { case: 'no day of pay', change: { paidOn: '' }, at: 'paidOn', kind: 'missing' },
])('$case is refused', ({ change, at, kind }) => {
  expect(read([FULL], change).problems).toMatchObject([{ at, kind }]);
});

const paidA = {
  ...{ id: documentId(9), number: 'Payroll A', from: isoDate('2027-03-01'), through: isoDate('2027-03-14') },
  ...{ employees: [employeeId(1)], isInOneSum: false },
};
const BOOKS = { payrolls: [{ ...paidA, supplementTo: null }], paidThere: [paidA] };

test.each([
  { case: 'the same days', change: {}, kinds: ['from period-paid'] },
  { case: 'days of another period', change: { from: '3/14', through: '3/28' }, kinds: ['from period-overlaps'] },
  { case: 'everybody in one sum', rows: [row({ employee: '', grossRegular: '10' })], kinds: ['from period-paid'] },
  { case: 'the same days of somebody else', rows: [row({ employee: 'E2', grossRegular: '10' })], kinds: [] },
  { case: 'days beside them', change: { from: '3/15', through: '3/28' }, kinds: [] },
  { case: 'as a supplement to them', change: { supplementTo: 'payroll a' }, kinds: [] },
  { case: 'as a supplement to none', change: { supplementTo: 'Payroll B' }, kinds: ['supplementTo unknown-code'] },
])('paid once, then $case', ({ change = {}, rows = [FULL], kinds }) => {
  expect(read(rows, change, BOOKS).problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(kinds);
});

test('a supplement has the days of the payroll it adds to, and its name', () => {
  const { postings } = read([FULL], { supplementTo: 'Payroll A', from: '', through: '' }, BOOKS);
  expect(postings[0]).toMatchObject({
    number: 'Supplement to Payroll A',
    effects: [{ kind: 'payroll', paid: { supplementTo: 9, from: '2027-03-01', through: '2027-03-14' } }],
  });
});

test('hours paid are compared with hours entered, person by person', () => {
  const kinds = (hoursThere: readonly object[], rows = [FULL]) =>
    read(rows, {}, { hoursThere }).warnings.map(({ at, kind }) => `${at} ${kind}`);
  expect(kinds([there(80), there(4)])).toEqual([]);
  expect(kinds([there(80)])).toEqual(['rows/0/regularHours paid-hours-apart']);
  expect(kinds([there(84, '2027-03-15')])).toEqual(['rows/0/employee paid-not-entered']);
  expect(kinds([there(84), { ...there(8), employee: employeeId(2) }])).toEqual(['rows entered-not-paid']);
  expect(
    kinds([there(84), { ...there(84), employee: employeeId(2) }, { ...there(-84), employee: employeeId(2) }]),
  ).toEqual([]);
});
