import { describe, expect, test } from 'vitest';
import { partyId } from '../ledger/ids.ts';
import { orderLineIn, ordersNamed, suppliersNamed } from './line-in.ts';
import { countedLine, sampleOrder } from './order-line.test.sample.ts';

const ORDERS = [
  sampleOrder('PO-0001', [countedLine(), countedLine({ text: 'Armor stone' })]),
  sampleOrder('PO-0002', [countedLine({ text: 'Decking' })]),
];

describe('the line that a cell names', () => {
  test.each([
    { typed: 'PO-0001/2', text: 'Armor stone' },
    { typed: '  po-0001/2 ', text: 'Armor stone' },
    { typed: 'PO-0002', text: 'Decking' },
    { typed: 'po-0002', text: 'Decking' },
  ])('“$typed” is $text', ({ typed, text }) => {
    expect(orderLineIn({ typed, at: 'line' }, ORDERS)).toMatchObject({ ok: true, value: { text } });
  });

  test.each([
    { typed: 'PO-0001', kind: 'ambiguous-code', more: { among: ['PO-0001/1', 'PO-0001/2'] } },
    { typed: ' PO-0001/7 ', kind: 'ambiguous-code', more: { typed: 'PO-0001/7' } },
    { typed: ' PO-0009 ', kind: 'unknown-code', more: { typed: 'PO-0009' } },
    { typed: '/1', kind: 'unknown-code', more: {} },
  ])('“$typed” is refused: $kind', ({ typed, kind, more }) => {
    expect(orderLineIn({ typed, at: 'rows/0/line' }, ORDERS)).toMatchObject({
      ok: false,
      problems: [{ at: 'rows/0/line', kind, subject: 'line of an order', ...more }],
    });
  });

  test('no more than six lines are told', () => {
    const long = sampleOrder(
      'PO-0003',
      Array.from({ length: 9 }, () => countedLine()),
    );
    const read = orderLineIn({ typed: 'PO-0003', at: '' }, [long]);
    expect(read.ok ? [] : read.problems).toMatchObject([
      { among: [1, 2, 3, 4, 5, 6].map((place) => `PO-0003/${place}`) },
    ]);
  });
});

test('orders are found by their numbers, however they are written', () => {
  expect(ordersNamed(ORDERS, [' po-0002', 'PO-9']).map(({ number }) => number)).toEqual(['PO-0002']);
  expect(ordersNamed(ORDERS, [])).toEqual([]);
});

test('suppliers are found by code or name, each once; what names none is left out', () => {
  const suppliers = [
    { id: partyId(1), code: 'STONE', name: 'Norsand Quarry' },
    { id: partyId(2), code: 'OAKUM', name: 'Oakum Timber Yard' },
  ];
  expect(suppliersNamed(['STONE', ' STONE ', '', 'Oakum Timber Yard', 'nobody'], suppliers)).toEqual([1, 2]);
});
