import { describe, expect, test } from 'vitest';
import { billing, scheduled, terms } from '../../billing/billing.test.sample.ts';
import type { ProjectBilling } from '../../billing/schedule.ts';
import { documentId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { effectsOf } from '../effect.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { Catalog } from '../catalog.ts';
import type { InvoiceBody } from '../invoice/billed-invoice.ts';
import type { PlainRow } from './form.ts';
import { readPlainSheet } from './read.ts';

const BLANK: PlainRow = {
  ...{ client: '', project: '', phase: '', text: '', quantity: '', price: '', amount: '', taxCode: '' },
  ...{ account: '', discount: '', deposit: '', dueOn: '' },
};
const UNPRICED = billing([], { isPriced: false });
const SALES = { id: SAMPLE.accounts[0]?.id, code: '4900', name: 'Other income', type: 'revenue', role: null } as const;
const CATALOG: Catalog = {
  ...SAMPLE,
  accounts: [...SAMPLE.accounts, { ...SALES, id: SAMPLE_ROLES.bank }],
  billings: [UNPRICED],
};
const read = (rows: readonly Partial<PlainRow>[], of: ProjectBilling = UNPRICED) =>
  readPlainSheet(
    { kind: 'plain-invoices', datedOn: '2027-03-31', rows: rows.map((row) => ({ ...BLANK, ...row })) },
    { ...CATALOG, billings: [of] },
  );
const problems = (...args: Parameters<typeof read>) => read(...args).problems.map(({ at, kind }) => `${at} ${kind}`);
const linesOf = (result: ReturnType<typeof read>) =>
  result.postings[0]?.entries[0]?.lines.map(({ account, project, amount }) => [account, project, amount]);

describe('a plain invoice', () => {
  test('of no project: lines on their accounts, two tax rates and a discount, each rounded once', () => {
    // 3 × 333.33 = 999.99 and 500.00; 5 % off 1,499.99 is 75.00 (74.9995), split 50.00 and 25.00 by amount.
    // 949.99 at 6.25 % = 59.37 (59.374…); 475.00 at 20 % = 95.00.
    const result = read([
      { client: 'COUNTY', text: 'Survey days', quantity: '3', price: '333.33', taxCode: 'ST', discount: '5%' },
      { text: 'Report', amount: '500', taxCode: 'VAT' },
    ]);
    expect(result.problems).toEqual([]);
    const [posting] = result.postings;
    expect(posting).toMatchObject({ kind: 'invoice', project: null, gross: 157_936, dueOn: '2027-04-30' });
    expect(linesOf(result)).toEqual([
      [SAMPLE_ROLES.receivable, null, 157_936],
      [SAMPLE_ROLES.bank, null, -94_999],
      [SAMPLE_ROLES.bank, null, -47_500],
      [SAMPLE_ROLES['output-tax'], null, -15_437],
    ]);
    const body = posting?.body as InvoiceBody;
    expect(body.taxes?.map(({ code, net, tax }) => [code, net, tax])).toEqual([
      ['ST', 94_999, 5_937],
      ['VAT', 47_500, 9_500],
    ]);
    expect(body.discount).toBe(7_500);
    expect(effectsOf(posting?.effects ?? [], 'billed-values')).toEqual([]);
  });

  test('of a project without a price bills its work, by phase, and holds back by its terms', () => {
    const result = read(
      [
        { project: 'GATE', phase: 'A', text: 'Repair', amount: '1,000' },
        { text: 'Travel', amount: '200' },
      ],
      { ...UNPRICED, terms: terms('10') },
    );
    expect(result.problems).toEqual([]);
    const [posting] = result.postings;
    expect(linesOf(result)).toEqual([
      [SAMPLE_ROLES.receivable, 1, 108_000],
      [SAMPLE_ROLES['retention-receivable'], 1, 12_000],
      [SAMPLE_ROLES['progress-billings'], 1, -100_000],
      [SAMPLE_ROLES['progress-billings'], 1, -20_000],
    ]);
    expect(posting?.entries[0]?.lines.map(({ phase }) => phase)).toEqual([null, null, 7, null]);
    const [values] = effectsOf(posting?.effects ?? [], 'billed-values');
    expect(values?.values).toMatchObject([{ line: null, work: 120_000, withheld: 12_000 }]);
  });

  test('is paid by a deposit as far as it is told', () => {
    const UNUSED = { usedNet: cents(0), usedGross: cents(0) };
    const deposits = [
      {
        id: documentId(7),
        number: 'DEP-0001',
        net: cents(20_000),
        gross: cents(21_250),
        ...UNUSED,
        left: cents(21_250),
      },
    ];
    const result = read([{ project: 'GATE', text: 'Repair', amount: '1,000', taxCode: 'ST', deposit: 'all' }], {
      ...UNPRICED,
      deposits,
    });
    expect(linesOf(result)).toEqual([
      [SAMPLE_ROLES.receivable, 1, 85_000],
      [SAMPLE_ROLES['client-deposits'], 1, 20_000],
      [SAMPLE_ROLES['output-tax'], null, 1_250],
      [SAMPLE_ROLES['progress-billings'], 1, -100_000],
      [SAMPLE_ROLES['output-tax'], null, -6_250],
    ]);
    const effects = result.postings[0]?.effects ?? [];
    expect(effectsOf(effects, 'settlements')[0]?.settled).toEqual([
      { document: 'itself', project: null, amount: 21_250 },
    ]);
    expect(effectsOf(effects, 'deposit-moves')[0]?.moves).toEqual([{ deposit: 7, net: -20_000, tax: -1_250 }]);
  });

  test('a row with a client or a project begins the next one', () => {
    const result = read([
      { client: 'COUNTY', text: 'One', amount: '10' },
      { text: 'Two', amount: '5' },
      { client: 'COUNTY', text: 'Three', amount: '7' },
    ]);
    expect(result.postings.map(({ gross }) => gross)).toEqual([1_500, 700]);
    expect(result.entered).toBe(2_200);
  });
});

test.each([
  { case: 'nobody to bill', rows: [{ text: 'A', amount: '1' }], expected: ['rows/0/client missing'] },
  { case: 'no text', rows: [{ client: 'COUNTY', amount: '1' }], expected: ['rows/0/text missing'] },
  { case: 'no price', rows: [{ client: 'COUNTY', text: 'A' }], expected: ['rows/0/price missing'] },
  {
    case: 'a price and an amount',
    rows: [{ client: 'COUNTY', text: 'A', price: '1', amount: '2' }],
    expected: ['rows/0/amount price-and-amount'],
  },
  {
    case: 'of nothing',
    rows: [{ client: 'COUNTY', text: 'A', amount: '0' }],
    expected: ['rows/0/amount number-not-positive'],
  },
  {
    case: 'a discount of all of it',
    rows: [{ client: 'COUNTY', text: 'A', amount: '10', discount: '100%' }],
    expected: ['rows/0/discount discount-outside'],
  },
  {
    case: 'a discount below its first row',
    rows: [
      { client: 'COUNTY', text: 'A', amount: '10' },
      { text: 'B', amount: '10', discount: '1' },
    ],
    expected: ['rows/1/client missing'],
  },
  {
    case: 'one project twice',
    rows: [
      { project: 'GATE', text: 'A', amount: '10' },
      { project: 'GATE', text: 'B', amount: '10' },
    ],
    expected: ['rows/1/project line-twice'],
  },
  {
    case: 'a phase nobody knows',
    rows: [{ project: 'GATE', phase: 'Z', text: 'A', amount: '10' }],
    expected: ['rows/0/phase unknown-code'],
  },
])('refused: $case', ({ rows, expected }) => {
  expect(problems(rows)).toEqual(expected);
});

test('a project with a schedule of values is billed by it, one with a price no further than that', () => {
  expect(problems([{ project: 'GATE', text: 'A', amount: '10' }], billing([scheduled(1, 100)]))).toEqual([
    'rows/0/project billed-by-schedule',
  ]);
  const priced = billing([], { contract: [{ agreedOn: '2027-01-01' as never, amount: cents(5_000) }] });
  expect(problems([{ project: 'GATE', text: 'A', amount: '50.01' }], priced)).toEqual(['rows/0/amount over-contract']);
  expect(problems([{ project: 'GATE', text: 'A', amount: '50' }], priced)).toEqual([]);
});
