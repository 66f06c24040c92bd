import { expect, test } from 'vitest';
import { columnsRead, initialOf, money, rowsNamed, rowsRead, totalsRead } from '../as-read.test.sample.ts';
import { AGING } from './report.ts';
import { Aging } from './shape.ts';

const answer = Aging.parse({
  on: '2027-03-31',
  rows: [
    {
      id: 3,
      code: 'HALE',
      name: 'Hale Land Trust',
      amounts: [100, 20, 0, 0, 0],
      otherCents: -5,
      total: money(115, 'h'),
      retention: money(30, 'r'),
    },
    {
      id: 4,
      code: '',
      name: 'Orr District',
      amounts: [0, 0, 7, 0, 60],
      otherCents: 0,
      total: money(67),
      retention: money(0),
    },
    {
      id: null,
      code: '',
      name: 'No party',
      amounts: [0, 0, 0, 0, -8],
      otherCents: 9,
      total: money(1),
      retention: money(0),
    },
  ],
  totals: { amounts: [100, 20, 7, 0, 52], otherCents: 4, total: money(183, 'all'), retention: money(30, 'all r') },
});
const table = () => AGING.table(answer, {});

test('open amounts stand by days past due, beside what has no document, and add up to the account', () => {
  expect(columnsRead(table())).toEqual([
    ...['Code (code, text)', 'Name (name, text, gives way)', 'Not due (not_due, money)'],
    ...['1–30 (days_1_to_30, money)', '31–60 (days_31_to_60, money)', '61–90 (days_61_to_90, money)'],
    ...['Over 90 (over_90_days, money)', 'No document (without_document, money)', 'Total (total, money)'],
    'Retention (retention, money)',
  ]);
  expect(rowsRead(table())).toEqual([
    ['HALE', 'Hale Land Trust', '100', '20', '0', '0', '0', '-5', '115 ← h', '30 ← r'],
    ['', 'Orr District', '0', '0', '7', '0', '60', '0', '67', '0'],
    ['', 'No party', '0', '0', '0', '0', '-8', '9', '1', '0'],
  ]);
  expect(totalsRead(table())).toEqual(['Total', '', '100', '20', '7', '0', '52', '4', '183 ← all', '30 ← all r']);
  expect(new Set(table().columns.map(({ id }) => id)).size).toBe(10);
});

test('a party with something over ninety days late is marked, one in credit there is not', () => {
  expect(rowsNamed(table())).toEqual(['3, HALE', '4, Orr District, trouble', 'none, No party']);
});

test('columns can be put in order by a word of letters', () => {
  expect(
    table()
      .columns.map(({ id }) => id)
      .filter((id) => !/^[a-z]+$/i.test(id)),
  ).toEqual([]);
});

test('the day is the end of the month until another is chosen', () => {
  expect(initialOf(AGING, 'on')).toBe('2027-02-28');
});
