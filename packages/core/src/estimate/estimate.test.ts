import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { GATE, SAMPLE } from '../documents/sample-catalog.test.sample.ts';
import { percent } from '../money/ratio.ts';
import { comparedEstimates } from './compared-estimates.ts';
import { estimateTotals } from './estimate-totals.ts';
import { BLANK_ROW, ruledRow, type EstimateColumn, type EstimateRow } from './estimate-sheet.ts';
import { followedCells } from './followed-cells.ts';
import { readEstimate, type EstimateBasis } from './read-estimate.ts';

const BASIS: EstimateBasis = {
  project: GATE,
  costCodes: SAMPLE.costCodes,
  workers: SAMPLE.employees.map((employee, index) => ({
    ...employee,
    jobRole: ['Diver', 'Surveyor'][index] ?? '',
    rates: SAMPLE.costRules
      .filter((rule) => rule.employee === Number(employee.id))
      .map(({ effectiveOn, rates }) => ({ effectiveOn, rate: rates.regular.rate })),
  })),
  pricedOn: isoDate('2027-03-01'),
};

const row = (typed: Partial<EstimateRow>): EstimateRow => ({ ...BLANK_ROW, ...typed });
const read = (rows: readonly Partial<EstimateRow>[], usualMarkup = '') =>
  readEstimate({ usualMarkup, rows: rows.map(row) }, BASIS);

describe('however the price is typed, the rest follows', () => {
  const hours = { code: '31-100', quantity: '180', unit: 'h', unitCost: '64' };
  test.each([
    {
      case: 'markup percent',
      typed: { ...hours, markup: '35 %' },
      price: 1_555_200,
      profit: 403_200,
      markup: '35.00',
      margin: '25.93',
    },
    {
      case: 'markup for the whole line',
      typed: { ...hours, markupAmount: '4,032.00' },
      price: 1_555_200,
      profit: 403_200,
      markup: '35.00',
      margin: '25.93',
    },
    {
      case: 'unit price',
      typed: { ...hours, unitPrice: '86.40' },
      price: 1_555_200,
      profit: 403_200,
      markup: '35.00',
      margin: '25.93',
    },
    {
      case: 'price',
      typed: { ...hours, price: '15,552' },
      price: 1_555_200,
      profit: 403_200,
      markup: '35.00',
      margin: '25.93',
    },
    {
      case: 'no price: contingency, cost the client does not see',
      typed: hours,
      price: 0,
      profit: -1_152_000,
      markup: '\u2212100.00',
      margin: null,
    },
    {
      case: 'price below cost',
      typed: { ...hours, price: '10,000' },
      price: 1_000_000,
      profit: -152_000,
      markup: '\u221213.19',
      margin: '\u221215.20',
    },
    {
      case: 'a third of a cent, rounded once',
      typed: { code: '31-100', cost: '0.10', markup: '33.3333' },
      price: 13,
      profit: 3,
      markup: '30.00',
      margin: '23.08',
    },
  ])('$case', ({ typed, price, profit, markup, margin }) => {
    const { lines, problems } = read([typed]);
    expect(problems).toEqual([]);
    const [line] = lines;
    expect(line).toMatchObject({ price, profit });
    expect([line?.markup && percent(line.markup), line?.margin && percent(line.margin)]).toEqual([markup, margin]);
  });

  test.each([
    {
      case: 'a discount: price below zero, no cost',
      typed: { text: 'Discount', price: '-500' },
      cost: 0,
      price: -50_000,
    },
    { case: 'a price without cost', typed: { text: 'Mobilization', price: '2,500' }, cost: 0, price: 250_000 },
    {
      case: 'cost typed, unit cost follows',
      typed: { code: '31-250', quantity: '12', cost: '1,000', markup: '10' },
      cost: 100_000,
      price: 110_000,
    },
    {
      case: 'an hour of one employee, at the rate of the day',
      typed: { code: '31-100', quantity: '10', unitCost: 'e1' },
      cost: 40_000,
      price: 0,
    },
    {
      case: 'an hour of a role',
      typed: { code: '31-100', quantity: '10', unitCost: 'diver', unitPrice: '60' },
      cost: 40_000,
      price: 60_000,
    },
    {
      case: 'arithmetic in a cell',
      typed: { code: '31-250', quantity: '=12*4', unitCost: '=10/4', price: '=100+20' },
      cost: 12_000,
      price: 12_000,
    },
  ])('$case', ({ typed, cost, price }) => {
    expect(read([typed])).toMatchObject({ problems: [], lines: [{ cost, price }] });
  });

  test('the usual markup prices lines that nothing else prices, and a price of zero keeps one without', () => {
    const { lines } = read(
      [
        { code: '31-250', cost: '100' },
        { code: '31-250', cost: '100', price: '0' },
      ],
      '12.5',
    );
    expect(lines.map(({ price }) => price)).toEqual([11_250, 0]);
  });
});

describe('what cannot be read is kept, marked and explained', () => {
  test.each([
    {
      case: 'letters in a quantity',
      typed: { quantity: '1o', unitCost: '5' },
      at: 'quantity',
      kind: 'unreadable-number',
    },
    { case: 'unit cost without a quantity', typed: { unitCost: '5' }, at: 'quantity', kind: 'missing' },
    { case: 'unit price without a quantity', typed: { cost: '5', unitPrice: '7' }, at: 'quantity', kind: 'missing' },
    { case: 'two that rule the price', typed: { cost: '5', markup: '10', price: '7' }, at: 'price', kind: 'two-rule' },
    {
      case: 'two that rule the cost',
      typed: { quantity: '1', unitCost: '10', cost: '7' },
      at: 'cost',
      kind: 'two-rule',
    },
    { case: 'nobody of that name', typed: { quantity: '1', unitCost: 'pilot' }, at: 'unitCost', kind: 'unknown-code' },
    {
      case: 'somebody without a rate',
      typed: { quantity: '1', unitCost: 'surveyor' },
      at: 'unitCost',
      kind: 'no-rate-to-price',
    },
    { case: 'an unknown cost code', typed: { code: '99', cost: '7' }, at: 'code', kind: 'unknown-code' },
    { case: 'an unknown phase', typed: { code: 'Z/31-250', cost: '7' }, at: 'code', kind: 'unknown-code' },
    { case: 'no cost type', typed: { costType: 'gold', cost: '7' }, at: 'costType', kind: 'not-a-choice' },
    { case: 'too fine a price', typed: { price: '7.005' }, at: 'price', kind: 'too-many-decimals' },
    { case: 'a long section', typed: { section: 'x'.repeat(61), price: '7' }, at: 'section', kind: 'too-long' },
  ])('$case', ({ typed, at, kind }) => {
    const { lines, problems } = read([{}, typed, { price: '3' }]);
    expect(problems).toContainEqual(expect.objectContaining({ at: `rows/1/${at}`, kind }));
    expect(
      lines.map(({ place }) => place),
      'the other line is read',
    ).toEqual([2]);
  });
});

test('a section goes on until the next; a row with nothing else is its heading', () => {
  const { lines } = read([
    { price: '1' },
    { section: 'Gate' },
    { price: '2' },
    {},
    { price: '3' },
    { section: 'Yard', price: '4' },
  ]);
  expect(lines.map(({ section }) => section)).toEqual(['', 'Gate', 'Gate', 'Yard']);
});

test('cells nobody typed say what follows', () => {
  const [line] = read([{ code: 'A/31-250', quantity: '12', cost: '1,000', markup: '10' }]).lines;
  expect(line && followedCells(line)).toEqual({
    costType: 'material',
    unitCost: '83.3333',
    cost: '1,000.00',
    markup: '10.00',
    markupAmount: '100.00',
    unitPrice: '91.6667',
    price: '1,100.00',
  });
});

describe('of columns that exclude each other the last one typed rules', () => {
  test.each<{
    case: string;
    typed: readonly EstimateColumn[];
    before: Partial<EstimateRow>;
    after: Partial<EstimateRow>;
  }>([
    { case: 'a price after a markup', typed: ['price'], before: { markup: '10', price: '5' }, after: { price: '5' } },
    {
      case: 'a markup after a price',
      typed: ['markup'],
      before: { markup: '10', price: '5' },
      after: { markup: '10' },
    },
    {
      case: 'a cost after a unit cost',
      typed: ['cost'],
      before: { unitCost: '10', cost: '5', price: '1' },
      after: { cost: '5', price: '1' },
    },
    {
      case: 'a block pasted: its last',
      typed: ['markup', 'markupAmount', 'unitPrice', 'price'],
      before: { markup: '10', price: '5' },
      after: { price: '5' },
    },
    { case: 'emptying one makes no other rule', typed: ['price'], before: { markup: '10' }, after: { markup: '10' } },
    { case: 'anything else', typed: ['text'], before: { markup: '10', text: 'a' }, after: { markup: '10', text: 'a' } },
  ])('$case', ({ typed, before, after }) => {
    expect(ruledRow(row(before), typed)).toEqual(row(after));
  });
});

test('lines of two versions are found by section and text, those only in the earlier one come last in their section', () => {
  const before = read([
    { section: 'Gate', text: 'Stone', price: '5' },
    { text: 'Crew', price: '1' },
  ]).lines;
  const after = read([
    { section: 'Gate', text: 'Piles', price: '7' },
    { text: 'Stone', price: '6' },
    { section: 'Yard', text: 'Hut', price: '1' },
  ]).lines;
  expect(
    comparedEstimates(before, after).map(({ section, name, price }) => [section, name, price.before, price.after]),
  ).toEqual([
    ['Gate', 'Piles', 0, 700],
    ['Gate', 'Stone', 500, 600],
    ['Gate', 'Crew', 100, 0],
    ['Yard', 'Hut', 0, 100],
  ]);
});

test('hours are those of labor lines', () => {
  const { lines } = read([
    { code: '31-100', quantity: '8', unit: 'h' },
    { code: '31-100', quantity: '2.5', unit: 'hrs' },
    { code: '31-250', quantity: '9', unit: 'h' },
    { code: '31-100', quantity: '4', unit: 'day' },
  ]);
  expect(estimateTotals(lines).hours).toBe(105_000);
});
