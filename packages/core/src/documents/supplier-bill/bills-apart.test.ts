import { describe, expect, test } from 'vitest';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import { BLANK_BILL_ROW, type BillRow } from './form.ts';
import { GOOD, read, row, sheet } from './bills.test.sample.ts';
import { readBillSheet } from './read.ts';

describe('where one bill ends and the next begins', () => {
  const numbers = (...rows: BillRow[]) => read(rows).postings.map(({ number }) => number);
  const more = (change: Partial<BillRow>): BillRow => ({ ...BLANK_BILL_ROW, code: '6100', net: '1', ...change });

  test('spaces are nothing, and the same head typed again is the same bill', () => {
    expect(numbers(GOOD, more({ supplier: ' ', number: ' ' }))).toEqual(['N-100']);
    expect(numbers(GOOD, more({ supplier: ' STONE ', number: ' N-100 ' }))).toEqual(['N-100']);
    expect(
      numbers({ ...GOOD, supplier: ' STONE', number: 'N-100 ' }, more({ supplier: 'STONE', number: 'N-100' })),
    ).toEqual(['N-100']);
    expect(numbers(GOOD, row({ supplier: 'FUEL', number: 'N-100' }))).toEqual(['N-100', 'N-100']);
  });

  test('a row of spaces is passed over', () => {
    expect(numbers({ ...BLANK_BILL_ROW, text: '  ' }, GOOD)).toEqual(['N-100']);
    expect(read([{ ...BLANK_BILL_ROW, net: ' ' }]).problems).toEqual([{ at: 'rows', kind: 'nothing-entered' }]);
  });
});

describe('what is said of a bill', () => {
  test('one that is there already names its supplier', () => {
    const { problems } = read([row({ supplier: 'FUEL', number: 'F-1' }), row({ supplier: 'FUEL', number: 'f-1' })]);
    expect(problems).toEqual([
      { at: 'rows/1/number', kind: 'duplicate-bill', supplier: 'Ullage Marine Fuel', number: 'f-1' },
    ]);
  });

  test('an amount is unusual above three times the largest of at least three bills', () => {
    const unusual = (bills: number, net: string) =>
      readBillSheet(sheet([row({ net, code: '6100', project: '' })]), {
        ...SAMPLE,
        suppliers: SAMPLE.suppliers.map((each) => ({ ...each, bills })),
      }).warnings.filter(({ kind }) => kind === 'unusual-amount').length;
    // The largest so far was 10,000.00.
    expect(unusual(3, '30,000.01')).toBe(1);
    expect(unusual(3, '30,000.00')).toBe(0);
    expect(unusual(2, '30,000.01')).toBe(0);
  });

  test('its control total meets to the cent, and so does that of the sheet', () => {
    expect(read([row({ total: '900.00' })]).problems).toEqual([]);
    expect(read([row({ total: '900.01' })]).problems).toMatchObject([
      { at: 'rows/0/total', kind: 'control-total-off', control: 90_001, entered: 90_000 },
    ]);
    expect(read([GOOD], '900').problems).toEqual([]);
    expect(read([GOOD], '900')).toMatchObject({ missing: 0 });
    expect(read([GOOD], '899').problems).toMatchObject([{ at: 'controlTotal', kind: 'control-total-off' }]);
    expect(read([GOOD]).missing).toBeNull();
  });

  test('a bill that posts after the month worked in costs nothing in it', () => {
    expect(read([row({ datedOn: '2027-03-31' })]).costs).toHaveLength(1);
    expect(read([row({ datedOn: '2027-04-01', dueOn: '' })]).costs).toEqual([]);
  });

  test('a memo is the text of its first line', () => {
    expect(read([row({ text: 'Bay 9' })]).postings[0]?.memo).toBe('Bay 9');
  });

  test('lines of nothing beside one of something are taken, lines of nothing alone are not', () => {
    expect(read([GOOD, { ...BLANK_BILL_ROW, code: '6100', net: '0' }]).problems).toEqual([]);
    expect(read([row({ net: '0' })]).problems).toMatchObject([{ at: 'rows/0/net', kind: 'nothing-to-post' }]);
  });

  test('amounts beyond what the books hold are refused: of a bill at its amount, of the sheet as a whole', () => {
    const most = '900,000,000,000.00';
    const bill = (number: string) => row({ number, net: most, code: '6100', project: '' });
    expect(read([bill('A')]).problems).toEqual([]);
    expect(read([bill('A'), { ...BLANK_BILL_ROW, code: '6100', net: '0.01' }]).problems).toMatchObject([
      { at: 'rows/0/net', kind: 'number-too-large' },
    ]);
    expect(read([bill('A'), { ...BLANK_BILL_ROW, code: '6100', net: `-${most}` }]).problems).toMatchObject([
      { kind: 'number-too-large' },
    ]);
    const many = (count: number) => read(Array.from({ length: count }, (_, index) => bill(`A-${index}`)));
    expect(many(100).problems).toEqual([]);
    expect(many(101).problems).toEqual([{ at: 'rows', kind: 'sum-too-large', of: 'the bills of the sheet' }]);
    expect(many(101).entered).toBe(0);
  });
});
