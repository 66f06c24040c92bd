import { describe, expect, test } from 'vitest';
import { costCodeId, documentId, orderLineId, phaseId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { accrual, amountLine, countedLine, part, sampleOrder } from '../../orders/order-line.test.sample.ts';
import type { OrderLine } from '../../orders/order-line.ts';
import type { Catalog } from '../catalog.ts';
import { BOAT, GATE, SAMPLE, SAMPLE_ROLES, TRAINING } from '../sample-catalog.test.sample.ts';
import type { GoodsRow } from './form.ts';
import { readGoodsSheet } from './read.ts';

const onGate = {
  kind: 'project',
  coding: { project: GATE.id, phase: phaseId(7), costCode: costCodeId(11), costType: 'material' },
} as const;
const STONE = { ...countedLine({ target: onGate }), id: orderLineId(1) };
const SURVEY = { ...amountLine({ target: onGate }), id: orderLineId(2) };
const RENT = { ...countedLine({ text: 'Skips', unit: 'each' }), id: orderLineId(3) };

const ACCRUING = { orderPolicy: { ...SAMPLE.orderPolicy, accruesOnReceipt: true } };

function read(
  rows: readonly Partial<GoodsRow>[],
  more: Partial<Catalog> = {},
  head: Partial<{ datedOn: string; note: string }> = {},
) {
  const orders = [sampleOrder('PO-0001', [STONE, SURVEY, RENT])];
  const sheet = {
    ...{ kind: 'goods' as const, datedOn: '2027-03-09', note: 'NQ 20417', ...head },
    rows: rows.map((row) => ({ line: '', quantity: '', net: '', text: '', ...row })),
  };
  return readGoodsSheet(sheet, { ...SAMPLE, orders, ...ACCRUING, ...more });
}

describe('what came', () => {
  test('is accrued at the order’s price on its project, and owed as received and not billed', () => {
    const { postings, problems, warnings, costs, entered } = read([{ line: 'PO-0001/1', quantity: '60' }]);
    expect([problems, warnings]).toEqual([[], []]);
    expect(entered).toBe(270_000);
    expect(costs).toMatchObject([{ project: GATE, cost: 270_000, committed: -270_000, at: 'rows/0/line' }]);
    expect(postings).toMatchObject([
      {
        ...{ kind: 'goods-receipt', number: null, party: 1, project: GATE.id, datedOn: '2027-03-09', dueOn: null },
        ...{ gross: 270_000, body: { kind: 'goods', note: 'NQ 20417', rows: [{ line: 'PO-0001/1', quantity: '60' }] } },
        effects: [
          {
            kind: 'received',
            lines: [{ line: 1, part: part(60, 270_000), accrued: { measure: 600_000, cost: 270_000, receipt: 0 } }],
          },
        ],
        entries: [
          {
            postedOn: '2027-03-09',
            lines: [
              { account: SAMPLE_ROLES.wip, amount: 270_000, quantity: 600_000, project: GATE.id, text: 'Filter stone' },
              { account: SAMPLE_ROLES['received-not-billed'], amount: -270_000, project: null, party: 1 },
            ],
          },
        ],
      },
    ]);
  });

  test('is all that is open where no quantity is typed, and says so', () => {
    const { postings, follows } = read([{ line: 'PO-0001/1' }, { line: 'PO-0001/2' }]);
    expect(postings[0]?.gross).toBe(1_400_000);
    expect(follows).toEqual([
      { at: 'rows/0/quantity', text: '200' },
      { at: 'rows/0/text', text: 'Filter stone' },
      { at: 'rows/1/net', text: '5,000.00' },
      { at: 'rows/1/text', text: 'Survey' },
    ]);
  });

  test('what is typed stands; a line that is none says nothing', () => {
    expect(read([{ line: 'PO-0001/1', quantity: '5', text: 'Wet' }]).follows).toEqual([]);
    expect(read([{ line: 'PO-0009' }]).follows).toEqual([]);
  });

  test('posts nothing where goods are cost only with their bill, and is received all the same', () => {
    const { postings, costs } = read([{ line: 'PO-0001/1', quantity: '60' }], { orderPolicy: SAMPLE.orderPolicy });
    expect(postings[0]?.entries).toEqual([]);
    expect(postings[0]?.effects).toMatchObject([{ kind: 'received', lines: [{ accrued: null }] }]);
    expect(costs).toMatchObject([{ cost: 0, committed: 0 }]);
  });

  test('for an account costs no project', () => {
    const { postings, costs } = read([{ line: 'PO-0001/3', quantity: '2', text: 'Two skips' }]);
    expect(costs).toEqual([]);
    expect(postings[0]?.project).toBeNull();
    expect(postings[0]?.entries[0]?.lines[0]).toMatchObject({
      account: 5,
      amount: 9_000,
      project: null,
      text: 'Two skips',
    });
  });

  test('of an internal project is capitalized or expensed, as it says', () => {
    const accountOf = (project: typeof BOAT) => {
      const line = { ...STONE, target: { ...onGate, coding: { ...onGate.coding, project: project.id } } } as OrderLine;
      const orders = [sampleOrder('PO-0001', [line])];
      return read([{ line: 'PO-0001', quantity: '1' }], { orders }).postings[0]?.entries[0]?.lines[0]?.account;
    };
    expect(accountOf(BOAT)).toBe(SAMPLE_ROLES['construction-in-progress']);
    expect(accountOf(TRAINING)).toBe(SAMPLE_ROLES['internal-projects']);
  });

  test('two rows of one line come one after the other: the second finds what the first took', () => {
    const { postings, warnings } = read([
      { line: 'PO-0001/1', quantity: '150' },
      { line: 'PO-0001/1', quantity: '60' },
    ]);
    expect(postings).toHaveLength(1);
    expect(warnings).toMatchObject([
      {
        at: 'rows/1/quantity',
        kind: 'over-ordered',
        line: 'PO-0001/1',
        ordered: '200 t',
        asked: '210 t',
        done: 'received',
      },
    ]);
  });

  test('what was billed before it came is no cost again', () => {
    const billed = { ...part(50, 225_000), cost: cents(225_000) };
    const orders = [sampleOrder('PO-0001', [{ ...STONE, billed }])];
    const { costs, postings } = read([{ line: 'PO-0001', quantity: '60' }], { orders });
    // 10 t of the 60 are not billed.
    expect(costs).toMatchObject([{ cost: 45_000 }]);
    expect(postings[0]?.entries[0]?.lines[0]).toMatchObject({ amount: 45_000, quantity: 100_000 });
  });

  test('of two orders is two receipts', () => {
    const other = sampleOrder('PO-0002', [{ ...STONE, id: orderLineId(9), orderId: documentId(71) }]);
    const orders = [sampleOrder('PO-0001', [STONE]), other];
    const { postings } = read([{ line: 'PO-0001' }, { line: 'PO-0002', quantity: '1' }], { orders });
    expect(postings.map(({ gross }) => gross)).toEqual([900_000, 4_500]);
    expect(postings[1]?.body).toMatchObject({ rows: [{ line: 'PO-0002' }] });
  });
});

describe('what is refused', () => {
  const STRICT = {
    orderPolicy: { ...ACCRUING.orderPolicy, quantity: { warnMillionths: 0, refuseMillionths: 100_000 } },
  };
  test.each([
    { case: 'nothing at all', rows: [{}], problems: ['rows nothing-entered'] },
    { case: 'a line that is none', rows: [{ line: 'PO-7' }], problems: ['rows/0/line unknown-code'] },
    { case: 'no line', rows: [{ quantity: '5' }], problems: ['rows/0/line missing'] },
    {
      case: 'an amount of what is counted',
      rows: [{ line: 'PO-0001/1', net: '5' }],
      problems: ['rows/0/net measured-otherwise'],
    },
    {
      case: 'a count of an amount',
      rows: [{ line: 'PO-0001/2', quantity: '5' }],
      problems: ['rows/0/quantity measured-otherwise'],
    },
    {
      case: 'nothing of it',
      rows: [{ line: 'PO-0001/1', quantity: '0' }],
      problems: ['rows/0/quantity number-not-positive'],
    },
    {
      case: 'less than nothing',
      rows: [{ line: 'PO-0001/2', net: '-1' }],
      problems: ['rows/0/net number-not-positive'],
    },
    {
      case: 'what is no number',
      rows: [{ line: 'PO-0001/1', quantity: 'x' }],
      problems: ['rows/0/quantity unreadable-number'],
    },
    {
      case: 'far more than was ordered',
      rows: [{}, { line: 'PO-0001/1', quantity: '221' }],
      problems: ['rows/1/quantity over-ordered'],
    },
  ])('$case', ({ rows, problems }) => {
    expect(read(rows, STRICT).problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(problems);
  });

  test('a day that is none, or outside the books', () => {
    const kinds = (datedOn: string) =>
      read([{ line: 'PO-0001/1' }], {}, { datedOn }).problems.map(({ at, kind }) => `${at} ${kind}`);
    expect(kinds('')).toEqual(['datedOn missing']);
    expect(kinds('someday')).toEqual(['datedOn unreadable-day']);
    expect(kinds('2025-12-31')).toHaveLength(1);
  });

  test('a project that is not there', () => {
    const { problems } = read([{ line: 'PO-0001/1' }], { projects: [BOAT] });
    expect(problems).toMatchObject([{ at: 'rows/0/line', kind: 'not-there', subject: 'project' }]);
  });
});

test('dated in a locked month it posts on the first open day, and costs in that month', () => {
  const { postings, costs } = read([{ line: 'PO-0001/1', quantity: '1' }], {}, { datedOn: '2027-01-20' });
  expect(postings).toMatchObject([
    { datedOn: '2027-01-20', countsOn: '2027-02-01', entries: [{ postedOn: '2027-02-01' }] },
  ]);
  expect(costs).toHaveLength(1);
});

test('later than the month worked in it costs nothing there yet', () => {
  expect(read([{ line: 'PO-0001/1', quantity: '1' }], {}, { datedOn: '2027-04-02' }).costs).toEqual([]);
});

test('beside each row stands what was ordered, received and billed of its line', () => {
  const line = { ...STONE, received: part(20, 90_000), accruals: [accrual(1, '2027-02-10', 200_000, 90_000)] };
  const { against } = read([{ line: 'PO-0001', quantity: '5' }], { orders: [sampleOrder('PO-0001', [line])] });
  expect(against).toMatchObject([{ ordered: 2_000_000, received: 200_000, billed: 0, now: 50_000 }]);
});
