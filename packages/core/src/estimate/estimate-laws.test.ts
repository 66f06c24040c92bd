import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { GATE, SAMPLE } from '../documents/sample-catalog.test.sample.ts';
import { sum } from '../money/cents.ts';
import { comparedEstimates, comparedTotals } from './compared-estimates.ts';
import { BLANK_ROW, ruledRow, type EstimateColumn, type EstimateRow } from './estimate-sheet.ts';
import { estimateTotals } from './estimate-totals.ts';
import { readEstimate, type EstimateBasis } from './read-estimate.ts';

const BASIS: EstimateBasis = {
  project: GATE,
  costCodes: SAMPLE.costCodes,
  workers: [],
  pricedOn: isoDate('2027-03-01'),
};

const amount = fc.integer({ min: -2_000_000, max: 2_000_000 }).map((cents) => (cents / 100).toFixed(2));
const anyRow: fc.Arbitrary<Partial<EstimateRow>> = fc.record(
  {
    section: fc.constantFrom('', 'Gate', 'Dune', 'Yard'),
    code: fc.constantFrom('31-250', '31-100', 'A/31-250'),
    costType: fc.constantFrom('', 'labor', 'subcontract'),
    text: fc.constantFrom('', 'Stone', 'Crew'),
    quantity: fc.integer({ min: 1, max: 500 }).map(String),
    unitCost: amount,
    cost: amount,
    markup: fc.integer({ min: -50, max: 90 }).map(String),
    price: amount,
  },
  { requiredKeys: ['code', 'quantity'] },
);
const edits = fc.array(fc.tuple(fc.nat(12), anyRow), { maxLength: 30 });

/** The sheet after edits in their order, each ruling what it types. */
function edited(list: readonly (readonly [number, Partial<EstimateRow>])[]) {
  const rows: EstimateRow[] = [];
  for (const [place, typed] of list) {
    while (rows.length <= place) rows.push(BLANK_ROW);
    rows[place] = ruledRow({ ...(rows[place] ?? BLANK_ROW), ...typed }, Object.keys(typed) as EstimateColumn[]);
  }
  return readEstimate({ usualMarkup: '', rows }, BASIS);
}

test('under any order of edits every line can be read, and totals are the sums of the lines by every grouping', () => {
  fc.assert(
    fc.property(edits, (list) => {
      const { lines, problems } = edited(list);
      expect(problems).toEqual([]);
      const { whole, bySection, byCostType } = estimateTotals(lines);
      for (const side of ['cost', 'price', 'profit'] as const) {
        const total = lines.reduce((all, line) => all + line[side], 0);
        expect(whole[side]).toBe(total);
        expect(sum(bySection.map((group) => group[side]))).toBe(total);
        expect(sum(byCostType.map((group) => group[side]))).toBe(total);
      }
    }),
  );
});

test('versions side by side: the changes of the lines are the change of the whole, and a version differs in nothing from itself', () => {
  fc.assert(
    fc.property(edits, edits, (one, other) => {
      const [before, after] = [edited(one).lines, edited(other).lines];
      const compared = comparedEstimates(before, after);
      const totals = comparedTotals(compared);
      expect(totals.price).toMatchObject({
        before: sum(before.map(({ price }) => price)),
        after: sum(after.map(({ price }) => price)),
      });
      expect(totals.cost.change).toBe(sum(after.map(({ cost }) => cost)) - sum(before.map(({ cost }) => cost)));
      expect(comparedEstimates(after, after).every(({ cost, price }) => cost.change === 0 && price.change === 0)).toBe(
        true,
      );
    }),
  );
});
