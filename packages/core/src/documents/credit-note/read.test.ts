import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { accountId, documentId, partyId, projectId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import type { CreditNoteForm } from './form.ts';
import { readCreditNote, type CreditedInvoice } from './read.ts';

type Amount = 'work' | 'tax' | 'workCredited' | 'taxCredited' | 'withheld' | 'withheldCredited' | 'held';
const read = (
  typed: Partial<Pick<CreditNoteForm, 'work' | 'text' | 'datedOn' | 'acceptWarnings' | 'lines'>>,
  books: Partial<Record<Amount, number>> = {},
  more: Partial<CreditedInvoice> = {},
) => {
  const { work = 100_000, tax = 6_250, workCredited = 0, taxCredited = 0, withheld = 0 } = books;
  const { withheldCredited = 0, held = withheld } = books;
  return readCreditNote(
    {
      ...{ documentId: 1, work: typed.work ?? '', text: typed.text ?? 'Too much', datedOn: typed.datedOn ?? '' },
      workIs: 'billed again',
      lines: typed.lines ?? [],
      acceptWarnings: typed.acceptWarnings ?? false,
    },
    {
      invoice: {
        ...{ number: 'INV-1', client: partyId(5), project: projectId(3), datedOn: isoDate('2027-01-15') },
        ...{ work: cents(work), tax: cents(tax), workCredited: cents(workCredited), taxCredited: cents(taxCredited) },
        ...{ withheld: cents(withheld), withheldCredited: cents(withheldCredited), held: cents(held) },
        ...{ drawn: [], drawnAtFirst: cents(0), accounts: [] },
        lines: [
          { line: null, number: 0, name: '', work: cents(work - workCredited), stored: cents(0), held: cents(held) },
        ],
        ...more,
      },
      ...{ today: isoDate('2027-03-31'), lockedThrough: month('2027-01'), dayOrder: 'month first' },
    },
  );
};
const problems = (...args: Parameters<typeof read>) => {
  const decided = read(...args);
  return decided.ok ? [] : decided.problems.map(({ at, kind }) => `${at} ${kind}`);
};

describe('a credit note', () => {
  test('credits all that is left where no amount is typed, today, with its tax', () => {
    expect(read({})).toEqual({
      ok: true,
      value: {
        ...{ work: 100_000, tax: 6_250, client: 5, project: 3, text: 'Too much' },
        ...{ datedOn: '2027-03-31', postedOn: '2027-03-31', withheld: 0 },
        values: [{ line: null, work: -100_000, stored: 0, withheld: 0, released: 0 }],
        ...{ moves: [], drawn: { net: 0, tax: 0 }, accounts: [] },
      },
    });
  });

  describe('line by line', () => {
    // 600.00 of earthwork with 60.00 held back, 400.00 of a gate, 100.00 of it stored, with 25.00 held back.
    const lines = [
      { line: 11, number: 1, name: 'Earthwork', work: cents(60_000), stored: cents(0), held: cents(6_000) },
      { line: 12, number: 2, name: 'Gate', work: cents(30_000), stored: cents(10_000), held: cents(2_500) },
    ];
    const byLine = (...typed: readonly (readonly [string, string])[]) => ({
      lines: typed.map(([line, amount]) => ({ line, amount })),
    });
    const books = { withheld: 8_500 };

    test('takes what is credited off the lines it names, and of what is held back of those', () => {
      expect(read(byLine(['Gate', '200'], ['1', '60']), books, { lines })).toMatchObject({
        value: {
          ...{ work: 26_000, tax: 1_625, withheld: 1_850 },
          values: [
            { line: 11, work: -6_000, stored: 0, withheld: -600, released: 0 },
            { line: 12, work: -15_000, stored: -5_000, withheld: -1_250, released: 0 },
          ],
        },
      });
    });

    test.each([
      { case: 'a line that is not of it', typed: byLine(['3', '10']), problem: 'lines/0/line line-not-asked' },
      { case: 'more than stands of a line', typed: byLine(['2', '400.01']), problem: 'lines/0/amount over-invoice' },
      { case: 'nothing of a line', typed: byLine(['2', '0']), problem: 'lines/0/amount number-not-positive' },
      { case: 'a line twice', typed: byLine(['2', '1'], ['Gate', '1']), problem: 'lines/1/line line-twice' },
      {
        case: 'an amount that is not their sum',
        typed: { ...byLine(['2', '100']), work: '99' },
        problem: 'work control-total-off',
      },
    ])('$case is refused', ({ typed, problem }) => {
      const decided = read(typed, books, { lines });
      expect(decided.ok ? [] : decided.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual([problem]);
    });
  });

  test('gives deposits back what they paid of it in the share that is credited, the last one first', () => {
    // 600.00 of one deposit and 200.00 of another paid of 1,062.50; half of the work credited gives 400.00 back: 200.00 to each.
    const drawn = [
      { deposit: documentId(7), net: cents(-56_471), tax: cents(-3_529) },
      { deposit: documentId(8), net: cents(-18_824), tax: cents(-1_176) },
    ];
    const half = read({ work: '500' }, {}, { drawn, drawnAtFirst: cents(80_000) });
    expect(half).toMatchObject({
      value: {
        moves: [
          { deposit: 8, net: 18_824, tax: 1_176 },
          // 200.00 of 600.00: a third of 564.71 is 188.24.
          { deposit: 7, net: 18_824, tax: 1_176 },
        ],
        drawn: { net: 37_648, tax: 2_352 },
      },
    });
    const rest = [{ deposit: documentId(7), net: cents(-37_647), tax: cents(-2_353) }];
    expect(
      read({}, { workCredited: 50_000, taxCredited: 3_125 }, { drawn: rest, drawnAtFirst: cents(80_000) }),
    ).toMatchObject({ value: { moves: [{ deposit: 7, net: 37_647, tax: 2_353 }] } });
  });

  test('of no project comes off the accounts of its lines; notes that credit all of it clear each of them', () => {
    const accounts = [
      { account: accountId(4), net: cents(33_333) },
      { account: accountId(5), net: cents(66_667) },
    ];
    const part = read({ work: '100' }, {}, { project: null, accounts });
    expect(part).toMatchObject({ value: { project: null, accounts: [{ amount: 3_333 }, { amount: 6_667 }] } });
    const rest = read({}, { workCredited: 10_000, taxCredited: 625 }, { project: null, accounts });
    expect(rest).toMatchObject({ value: { accounts: [{ amount: 30_000 }, { amount: 60_000 }] } });
  });

  test.each([
    { case: 'its share of what was held back', books: { withheld: 10_000 }, work: '250', withheld: 2_500 },
    {
      case: 'with what notes gave up before, never more than all of it',
      books: { withheld: 10_001, workCredited: 66_667, withheldCredited: 6_667, held: 3_334 },
      work: '',
      withheld: 3_334,
    },
    {
      case: 'no more than is held back still: the rest lowers what is owed',
      books: { withheld: 10_000, held: 1_000 },
      work: '250',
      withheld: 1_000,
    },
    { case: 'nothing of what was released', books: { withheld: 10_000, held: 0 }, work: '', withheld: 0 },
  ])('gives up $case', ({ books, work, withheld }) => {
    expect(read({ work }, books)).toMatchObject({ value: { withheld, values: [{ withheld: -withheld || 0 }] } });
  });

  test.each([
    // 6.25 % of 333.33 is 20.833; of 666.66 it is 41.666; the notes add up to the whole tax.
    { case: 'a third', typed: '333.33', before: {}, work: 33_333, tax: 2_083 },
    {
      case: 'a third more',
      typed: '333.33',
      before: { workCredited: 33_333, taxCredited: 2_083 },
      work: 33_333,
      tax: 2_084,
    },
    { case: 'the rest', typed: '', before: { workCredited: 66_666, taxCredited: 4_167 }, work: 33_334, tax: 2_083 },
    { case: 'without tax', typed: '10', before: { tax: 0 }, work: 1_000, tax: 0 },
  ])('tax follows the work credited so far: $case', ({ typed, before, work, tax }) => {
    expect(read({ work: typed }, before)).toMatchObject({ ok: true, value: { work, tax } });
  });

  test('may be dated on the day of the invoice, and in a locked month only when that is accepted', () => {
    expect(problems({ datedOn: '2027-01-15' })).toEqual(['datedOn month-locked']);
    expect(read({ datedOn: '2027-01-15', acceptWarnings: true })).toMatchObject({
      value: { datedOn: '2027-01-15', postedOn: '2027-02-01' },
    });
  });
});

test.each([
  { case: 'before the invoice', typed: { datedOn: '2027-01-14' }, before: {}, expected: ['datedOn days-out-of-order'] },
  { case: 'more than the invoice', typed: { work: '1,000.01' }, before: {}, expected: ['work over-invoice'] },
  {
    case: 'more than is left',
    typed: { work: '1' },
    before: { workCredited: 99_901 },
    expected: ['work over-invoice'],
  },
  { case: 'nothing is left', typed: {}, before: { workCredited: 100_000 }, expected: ['work over-invoice'] },
  { case: 'of nothing', typed: { work: '0' }, before: {}, expected: ['work number-not-positive'] },
  { case: 'below nothing', typed: { work: '-5' }, before: {}, expected: ['work number-not-positive'] },
  { case: 'no reason', typed: { text: ' ' }, before: {}, expected: ['text missing'] },
  { case: 'too long a reason', typed: { text: 'x'.repeat(401) }, before: {}, expected: ['text too-long'] },
])('refused: $case', ({ typed, before, expected }) => {
  expect(problems(typed, before)).toEqual(expected);
});

test('a refusal says what is left, and of which invoice', () => {
  expect(read({ work: '900' }, { workCredited: 20_000 })).toMatchObject({
    problems: [{ number: 'INV-1', left: 80_000, asked: 90_000 }],
  });
});
