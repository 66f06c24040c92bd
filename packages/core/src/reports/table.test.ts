import { describe, expect, test } from 'vitest';
import { ratio } from '../money/ratio.ts';
import { columnsRead, rowsNamed, rowsRead, totalsRead } from './as-read.test.sample.ts';
import {
  compareValues,
  orderedBy,
  orderedPlaces,
  orderOf,
  tableOf,
  traced,
  type ColumnOf,
  type Value,
} from './table.ts';

interface Sample {
  readonly code: string;
  readonly cost: number;
}
const SAMPLES: readonly Sample[] = [
  { code: 'PE-02', cost: 300 },
  { code: 'PE-01', cost: -50 },
  { code: 'PE-03', cost: 300 },
];
const CODE: ColumnOf<Sample> = { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code };
const COST: ColumnOf<Sample> = {
  ...{ id: 'cost', head: 'Cost', file: 'cost', holds: 'money' },
  of: ({ code, cost }) => traced({ amountCents: cost, figure: `cost of ${code}` }),
};
const NAMED = { key: ({ cost }: Sample) => cost, name: ({ code }: Sample) => code };

describe('a table of columns and rows', () => {
  test('each column says something of each row; a figure stays with its amount', () => {
    const table = tableOf([CODE, COST], SAMPLES, NAMED);
    expect(columnsRead(table)).toEqual(['Code (code, text)', 'Cost (cost, money)']);
    expect(rowsRead(table)[1]).toEqual(['PE-01', '-50 ← cost of PE-01']);
    expect(table.columns[0]).toEqual({ id: 'code', head: 'Code', file: 'code', holds: 'text' });
  });

  test('a row has a key of letters, a name, and leads nowhere unless told', () => {
    const table = tableOf([CODE], SAMPLES, NAMED);
    expect(table.rows[0]).toEqual({
      ...{ key: '300', name: 'PE-02', tone: undefined, leadsTo: undefined },
      cells: [{ value: 'PE-02' }],
    });
    const told = tableOf([CODE], SAMPLES.slice(0, 1), {
      ...NAMED,
      tone: ({ cost }) => (cost > 0 ? 'strong' : undefined),
      leadsTo: ({ code }) => `/projects/${code}`,
    });
    expect(rowsNamed(told)).toEqual(['300, PE-02, strong, /projects/PE-02']);
  });

  test('totals stand below where one column adds up, and are blank in the others', () => {
    expect(totalsRead(tableOf([CODE, COST], SAMPLES, NAMED))).toBeNull();
    expect(totalsRead(tableOf([CODE, { ...COST, total: 550 }], SAMPLES, NAMED))).toEqual(['', '550']);
    expect(totalsRead(tableOf([CODE, { ...COST, total: { value: null } }], SAMPLES, NAMED))).toEqual(['', '–']);
    expect(totalsRead(tableOf([CODE, { ...COST, total: null }], SAMPLES, NAMED))).toEqual(['', '–']);
  });

  test('a share is a value and no cell', () => {
    const half: ColumnOf<Sample> = { ...CODE, of: () => ratio(1, 2) };
    expect(rowsRead(tableOf([half], SAMPLES.slice(0, 1), NAMED))).toEqual([['1/2']]);
  });
});

describe('the order of values', () => {
  test.each<{ case: string; value: Value; order: string | number }>([
    { case: 'nothing comes first', value: null, order: Number.NEGATIVE_INFINITY },
    { case: 'an empty text too', value: '', order: Number.NEGATIVE_INFINITY },
    { case: 'an amount is itself', value: -5, order: -5 },
    { case: 'a text is itself', value: 'Garrow', order: 'Garrow' },
    { case: 'a share is what it comes to', value: ratio(3, 4), order: 0.75 },
  ])('$case', ({ value, order }) => {
    expect(orderOf(value)).toBe(order);
  });

  test.each<{ case: string; one: Value; other: Value; sign: number }>([
    { case: 'small before large', one: 1, other: 2, sign: -1 },
    { case: 'large after small', one: 2, other: 1, sign: 1 },
    { case: 'equal amounts', one: 2, other: 2, sign: 0 },
    { case: 'two that say nothing', one: null, other: '', sign: 0 },
    { case: 'nothing before an amount', one: null, other: -9, sign: -1 },
    { case: 'nothing before a text', one: '', other: 'a', sign: -1 },
    { case: 'a text after an amount', one: 'a', other: 7, sign: 1 },
    { case: 'an amount before a text', one: 7, other: 'a', sign: -1 },
    { case: 'texts by letters', one: 'a', other: 'b', sign: -1 },
    { case: 'texts the other way', one: 'b', other: 'a', sign: 1 },
    { case: 'equal texts', one: 'b', other: 'b', sign: 0 },
    { case: 'shares by what they come to', one: ratio(1, 2), other: ratio(2, 3), sign: -1 },
  ])('$case', ({ one, other, sign }) => {
    expect(Math.sign(compareValues(one, other))).toBe(sign);
  });
});

describe('rows in the order of a column', () => {
  const values = { cost: ({ cost }: Sample) => cost, code: ({ code }: Sample) => code };
  const codes = (by: string) => orderedBy(SAMPLES, by, values).map(({ code }) => code);
  test.each([
    { case: 'by code', by: 'code', places: [1, 0, 2] },
    { case: 'by code backwards', by: '-code', places: [2, 0, 1] },
    { case: 'small to large, equal ones as they were', by: 'cost', places: [1, 0, 2] },
    { case: 'large to small, equal ones as they were', by: '-cost', places: [0, 2, 1] },
    { case: 'by what is no column: as they are', by: 'colour', places: [0, 1, 2] },
    { case: 'a minus within a name is part of it', by: 'co-st', places: [0, 1, 2] },
  ])('$case', ({ by, places }) => {
    expect(codes(by)).toEqual(places.map((place) => SAMPLES[place]?.code));
    expect(orderedPlaces(tableOf([CODE, COST], SAMPLES, NAMED), by)).toEqual(places);
  });

  test('what a row says nothing of comes first', () => {
    const said = tableOf([CODE, { ...COST, of: ({ cost }) => (cost < 0 ? cost : null) }], SAMPLES, NAMED);
    expect(orderedPlaces(said, 'cost')).toEqual([0, 2, 1]);
  });
});
