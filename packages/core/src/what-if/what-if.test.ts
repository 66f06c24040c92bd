import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents, MOST_SUM } from '../money/cents.ts';
import { METHODS } from '../ledger/project.ts';
import { projectId } from '../ledger/ids.ts';
import { position, PROJECT } from '../progress/position.test.sample.ts';
import { NO_RUN_COST, recognitionRow } from '../progress/recognition-run.ts';
import { month } from '../calendar/month.ts';
import { STAGES } from '../progress/stage.ts';
import { changedPosition, NO_CHANGES } from './changed-position.ts';
import { outcome, sensitivity } from './outcome.ts';
import { BLANK_ASKED, NOTHING_ASKED, readWhatIf, type WhatIfRow } from './read-what-if.ts';

const money = (dollars: number) => cents(Math.round(dollars * 100));
/** 800,000 for 600,000, of which 240,000 is spent: 320,000 earned, 40,000 of it posted before this month; 350,000 billed. */
const GATE = position(
  { contract: 800_000, cost: 240_000, budget: 600_000 },
  { earned: money(280_000), billed: money(350_000) },
);
const asked = (row: Partial<WhatIfRow>, all: Partial<WhatIfRow> = {}) =>
  readWhatIf(
    { all: { ...BLANK_ASKED, ...all }, rows: { '1': { ...BLANK_ASKED, ...row } } },
    { positions: [GATE], kept: null },
  );

describe('what a project comes to if', () => {
  test.each([
    { case: 'nothing is asked', row: {}, earned: 320_000, profit: 200_000, overbilled: 30_000, provision: 0 },
    // 40 % of 880,000.
    {
      case: 'its price rises by 10 %',
      row: { price: '10 %' },
      earned: 352_000,
      profit: 280_000,
      overbilled: 0,
      provision: 0,
    },
    // 36,000 dearer: 240 of 636.
    {
      case: 'what is to come costs 10 % more',
      row: { toComplete: '10%' },
      earned: 301_886.79,
      profit: 164_000,
      overbilled: 48_113.21,
      provision: 0,
    },
    // 240 of 840: 228,571.43; 40,000 lost, of which 11,428.57 shows.
    {
      case: 'it turns to a loss',
      row: { toComplete: '240,000' },
      earned: 228_571.43,
      profit: -40_000,
      overbilled: 121_428.57,
      provision: 28_571.43,
    },
    // 300 of 600.
    {
      case: 'more is done by the end of the month',
      row: { work: '60,000' },
      earned: 400_000,
      profit: 200_000,
      overbilled: 0,
      provision: 0,
    },
    // 610 of 610: all of it.
    {
      case: 'more is done than was to come',
      row: { work: '370,000' },
      earned: 800_000,
      profit: 190_000,
      overbilled: 0,
      provision: 0,
    },
    {
      case: 'less is billed',
      row: { billed: '-50,000' },
      earned: 320_000,
      profit: 200_000,
      overbilled: 0,
      provision: 0,
    },
  ])('$case', ({ row, earned, profit, overbilled, provision }) => {
    const { rows, problems } = asked(row);
    expect(problems).toEqual([]);
    expect(rows[0]?.asked).toMatchObject({
      ...{ earnedToDate: money(earned), profitAtCompletion: money(profit), provision: money(provision) },
      ...{ overbilled: money(overbilled), earnedMonth: money(earned - 280_000) },
    });
    expect(rows[0]?.books.earnedToDate).toBe(money(320_000));
  });

  test('what is asked of all holds for each that says nothing of its own', () => {
    expect(asked({}, { price: '10%' }).rows[0]?.asked.price).toBe(money(880_000));
    expect(asked({ price: '0' }, { price: '10%' }).rows[0]?.asked.price).toBe(money(800_000));
  });

  test('one percent more of its estimate: 240 of 606 earn 3,168.32 less', () => {
    expect(sensitivity(GATE, outcome(GATE, null), null)).toBe(money(-3_168.32));
  });

  test('an estimate set by hand is the one that changes', () => {
    const override = { month: month('2027-01'), amount: money(640_000), reason: 'Told', approvedSince: cents(0) };
    const changed = changedPosition({ ...GATE, override }, { ...NO_CHANGES, toComplete: money(10_000) });
    expect(outcome(changed, null).estimate).toBe(money(650_000));
  });

  test('what cannot be read is told at its cell, of all only once, and counts for nothing', () => {
    const found = asked({ work: 'much' }, { price: 'x' });
    expect(found.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual([
      ...['all/price unreadable-number', '0/work unreadable-number'],
    ]);
    expect(found.asked).toEqual(found.books);
  });

  test('more than sums can hold is refused, not added up wrongly', () => {
    const positions = Array.from({ length: 40 }, (_, at) => ({
      ...GATE,
      project: { ...PROJECT, id: projectId(at + 1) },
    }));
    const all = { ...BLANK_ASKED, price: '900,000,000,000' };
    const found = readWhatIf({ all, rows: {} }, { positions, kept: null });
    expect(found.problems[0]).toMatchObject({ kind: 'number-too-large' });
  });

  test('books that hold as much as they can answer all the same, and take no more', () => {
    const full = { ...GATE, lineEstimates: cents(MOST_SUM), costToDate: cents(1) };
    expect(sensitivity(full, outcome(full, null), null)).toBe(cents(0));
    const rows = { '1': { ...BLANK_ASKED, toComplete: '5' } };
    const found = readWhatIf({ all: BLANK_ASKED, rows }, { positions: [full], kept: null });
    expect(found.problems).toMatchObject([{ at: '0/toComplete', kind: 'number-too-large' }]);
    expect(found.asked).toEqual(found.books);
  });
});

const anyAmount = fc.integer({ min: 0, max: 1_000_000_00 }).map(cents);
const anyPosition = fc
  .record({
    ...{ contract: anyAmount, cost: anyAmount, estimate: anyAmount, billed: anyAmount, earned: anyAmount },
    ...{ method: fc.constantFrom(...METHODS.filter((each) => each !== 'none')), stage: fc.constantFrom(...STAGES) },
  })
  .map(({ contract, cost, estimate, method, ...more }) =>
    position(
      { contract: 0, cost: 0, budget: 0 },
      {
        ...more,
        contract,
        costToDate: cost,
        budget: estimate,
        lineEstimates: estimate,
        project: { ...PROJECT, method },
      },
    ),
  );

test('with nothing asked, a what-if is what the run would post', () => {
  fc.assert(
    fc.property(fc.array(anyPosition, { maxLength: 5 }), fc.constantFrom(null, 0, 2), (positions, kept) => {
      const { books, asked: same, rows } = readWhatIf(NOTHING_ASKED, { positions, kept });
      expect(same).toEqual(books);
      for (const [place, row] of rows.entries()) {
        const of = positions[place];
        if (of === undefined) continue;
        const run = recognitionRow(of, NO_RUN_COST, { month: month('2027-03'), kept, forecastMonths: null });
        expect([row.asked.earnedToDate, row.asked.provision]).toEqual([run.earnedToDate, run.provisionToDate]);
      }
    }),
  );
});
