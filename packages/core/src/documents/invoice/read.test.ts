import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { billing } from '../../billing/billing.test.sample.ts';
import { NOTHING_BILLED } from '../../billing/schedule.ts';
import { partyId } from '../../ledger/ids.ts';
import { cents, MOST_SUM } from '../../money/cents.ts';
import { accepted, refused } from '../../problems/decision.ts';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import type { InvoiceForm } from './form.ts';
import { invoiceDay, readInvoice, type BilledContract } from './read.ts';

const FORM: InvoiceForm = {
  ...{ project: 'GATE', datedOn: '', dueOn: '', share: 'percent', value: '25', taxCode: '', text: 'Progress' },
  acceptWarnings: false,
};
const contractOf = (contract: number, billed: number, isPriced = true): BilledContract => ({
  billing: billing([], {
    contract: [{ agreedOn: isoDate('2027-01-01'), amount: cents(contract) }],
    unscheduled: { ...NOTHING_BILLED, work: cents(billed) },
    isPriced,
  }),
  client: partyId(50),
  earned: cents(31_000),
});
const read = (form: Partial<InvoiceForm>, { contract = 100_000, billed = 20_000, day = '2027-03-31' } = {}) =>
  readInvoice(
    { ...FORM, ...form },
    {
      ...{
        datedOn: accepted(isoDate(day)),
        today: isoDate('2027-03-31'),
        lockedThrough: month('2027-01'),
        dayOrder: 'month first',
        taxCodes: SAMPLE.taxCodes,
      },
      contract: accepted(contractOf(contract, billed)),
    },
  );
const problems = (...args: Parameters<typeof read>) => {
  const { decided } = read(...args);
  return decided.ok ? [] : decided.problems.map(({ at, kind }) => `${at} ${kind}`);
};

describe('a progress invoice', () => {
  test.each([
    { case: 'a share of the contract', form: {}, work: 25_000, left: 55_000 },
    { case: 'an amount', form: { share: 'amount', value: '123.45' }, work: 12_345, left: 67_655 },
    { case: 'all that is left', form: { share: 'rest', value: 'whatever' }, work: 80_000, left: 0 },
    { case: 'a share to four decimals', form: { value: '12.3456' }, work: 12_346, left: 67_654 },
  ] as const)('bills $case', ({ form, work, left }) => {
    const { figures, decided } = read(form);
    expect(figures).toEqual({
      ...{
        work,
        tax: 0,
        withheld: 0,
        due: work,
        contract: 100_000,
        billedBefore: 20_000,
        leftAfter: left,
        earned: 31_000,
      },
    });
    expect(decided).toMatchObject({ ok: true, value: { client: 50, figures: { work, tax: 0 }, text: 'Progress' } });
  });

  test('is due after the terms of its client, or on the day typed, the very day included', () => {
    const due = (form: Partial<InvoiceForm>) => {
      const { decided } = read(form);
      return decided.ok ? decided.value.dueOn : decided.problems.map(({ kind }) => kind);
    };
    expect(due({})).toBe('2027-04-30');
    expect(due({ dueOn: '+10' })).toBe('2027-04-10');
    expect(due({ dueOn: '2027-03-31' })).toBe('2027-03-31');
    expect(due({ dueOn: '2027-03-30' })).toEqual(['days-out-of-order']);
  });

  test('adds sales tax to what is due', () => {
    expect(read({ taxCode: 'ST' }).figures).toMatchObject({ work: 25_000, tax: 1_563, due: 26_563, leftAfter: 55_000 });
  });

  test('of a locked month is posted on the first open day once that is accepted', () => {
    expect(problems({}, { day: '2027-01-31' })).toEqual(['datedOn month-locked']);
    expect(read({ acceptWarnings: true }, { day: '2027-01-31' }).decided).toMatchObject({
      value: { datedOn: '2027-01-31', postedOn: '2027-02-01' },
    });
  });

  test('of which nothing is said yet shows where the contract stands', () => {
    const { figures } = read({ value: '' });
    expect(figures).toEqual({
      ...{
        work: 0,
        tax: 0,
        withheld: 0,
        due: 0,
        contract: 100_000,
        billedBefore: 20_000,
        leftAfter: 80_000,
        earned: 31_000,
      },
    });
  });
});

test.each([
  { case: 'no percent', form: { value: '' }, books: {}, expected: ['value missing'] },
  { case: 'no amount', form: { share: 'amount', value: ' ' }, books: {}, expected: ['value missing'] },
  { case: 'more than the contract', form: { value: '100.0001' }, books: {}, expected: ['value number-outside'] },
  { case: 'more than is left', form: { value: '81' }, books: {}, expected: ['value over-contract'] },
  { case: 'nothing is left', form: { share: 'rest' }, books: { billed: 100_000 }, expected: ['value over-contract'] },
  { case: 'nothing', form: { value: '0' }, books: {}, expected: ['value number-not-positive'] },
  { case: 'a tax code nobody knows', form: { taxCode: 'NO' }, books: {}, expected: ['taxCode unknown-code'] },
  { case: 'too long a text', form: { text: 'x'.repeat(401) }, books: {}, expected: ['text too-long'] },
  {
    case: 'beyond what can be added up',
    form: { share: 'rest', taxCode: 'VAT' },
    books: { contract: MOST_SUM, billed: 0 },
    expected: ['value number-too-large'],
  },
] as const)('refused: $case', ({ form, books, expected }) => {
  expect(problems(form, books)).toEqual(expected);
});

test('without a contract or a day only that is said', () => {
  const missing = refused({ at: 'project', kind: 'missing', field: 'the project' });
  const basis = {
    today: isoDate('2027-03-31'),
    lockedThrough: null,
    dayOrder: 'month first' as const,
    taxCodes: [],
    contract: missing,
  };
  const { figures, decided } = readInvoice(FORM, {
    ...basis,
    datedOn: invoiceDay({ ...FORM, datedOn: 'x' }, isoDate('2027-03-31'), 'month first'),
  });
  expect(decided.ok ? [] : decided.problems.map(({ at, kind }) => `${at} ${kind}`).toSorted()).toEqual([
    'datedOn unreadable-day',
    'project missing',
  ]);
  expect(Object.values(figures).every((figure) => figure === 0)).toBe(true);
});

test('an invoice is dated as typed, else today', () => {
  const today = isoDate('2027-03-31');
  expect(invoiceDay(FORM, today, 'month first')).toEqual(accepted(today));
  expect(invoiceDay({ ...FORM, datedOn: '3/2' }, today, 'month first')).toEqual(accepted(isoDate('2027-03-02')));
});

test('without a price an amount is billed, and a share is refused', () => {
  const unpriced = (form: Partial<InvoiceForm>) =>
    readInvoice(
      { ...FORM, ...form },
      {
        ...{ datedOn: accepted(isoDate('2027-03-31')), today: isoDate('2027-03-31'), lockedThrough: null },
        ...{ dayOrder: 'month first', taxCodes: SAMPLE.taxCodes },
        contract: accepted(contractOf(0, 20_000, false)),
      },
    );
  const { figures, decided } = unpriced({ share: 'amount', value: '500', taxCode: 'ST' });
  expect(figures).toMatchObject({ work: 50_000, tax: 3_125, due: 53_125, billedBefore: 20_000, leftAfter: 0 });
  expect(decided.ok).toBe(true);
  const kinds = (form: Partial<InvoiceForm>) => {
    const read = unpriced(form).decided;
    return read.ok ? [] : read.problems.map(({ at, kind }) => `${at} ${kind}`);
  };
  expect(kinds({ share: 'percent', value: '10' })).toEqual(['share no-price-to-share']);
  expect(kinds({ share: 'rest' })).toEqual(['share no-price-to-share']);
  expect(kinds({ share: 'amount', value: '0' })).toEqual(['value number-not-positive']);
});
