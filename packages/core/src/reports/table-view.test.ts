import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ratio } from '../money/ratio.ts';
import { rowsRead, totalsRead } from './as-read.test.sample.ts';
import { tableOf, type ColumnOf } from './table.ts';
import { addsUp, filterText, readFilter, readFilters, testsOf, viewed, type TableView } from './table-view.ts';

interface Sample {
  readonly code: string;
  readonly client: string;
  readonly revenue: number;
  readonly profit: number;
  readonly hours: number;
  readonly day: string | null;
}
const SAMPLES: readonly Sample[] = [
  { code: 'PE-01', client: 'Corvane', revenue: 1_000_00, profit: 250_00, hours: 50_0000, day: '2027-03-02' },
  { code: 'PE-02', client: '', revenue: 0, profit: -90_00, hours: 0, day: null },
  { code: 'PE-03', client: 'Corvane', revenue: 3_000_00, profit: 150_00, hours: 30_0000, day: '2027-01-15' },
  { code: 'PE-04', client: 'Almar', revenue: 500_00, profit: 500_00, hours: 10_0000, day: '2027-03-31' },
];
const total = (of: (row: Sample) => number, rows = SAMPLES): number => rows.reduce((all, row) => all + of(row), 0);

function columns(rows: readonly Sample[]): readonly ColumnOf<Sample>[] {
  const money = (id: 'revenue' | 'profit'): ColumnOf<Sample> => ({
    ...{ id, head: id, file: id, holds: 'money', of: (row) => row[id], total: total((row) => row[id], rows) },
  });
  const whole = total(({ revenue }) => revenue, rows);
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Company' },
    { id: 'client', head: 'Client', file: 'client', holds: 'text', of: ({ client }) => client },
    money('revenue'),
    money('profit'),
    {
      ...{
        id: 'margin',
        head: 'Margin',
        file: 'margin',
        holds: 'percent',
        share: { part: 'profit', whole: ['revenue'] },
      },
      of: ({ profit, revenue }) => (revenue === 0 ? null : ratio(profit, revenue)),
      total:
        whole === 0
          ? null
          : ratio(
              total(({ profit }) => profit, rows),
              whole,
            ),
    },
    {
      id: 'hours',
      head: 'Hours',
      file: 'hours',
      holds: 'hours',
      of: ({ hours }) => hours,
      total: total((row) => row.hours, rows),
    },
    {
      ...{
        id: 'perHour',
        head: 'Per hour',
        file: 'per_hour',
        holds: 'money',
        share: { part: 'profit', whole: ['hours'] },
      },
      of: ({ profit, hours }) => (hours === 0 ? null : (profit * 10_000) / hours),
      total: 0,
    },
    { id: 'day', head: 'Day', file: 'day', holds: 'day', of: ({ day }) => day },
  ];
}
const tableWith = (rows: readonly Sample[]) =>
  tableOf(columns(rows), rows, { key: ({ code }) => code, name: ({ code }) => code });
const table = tableWith(SAMPLES);

function view({
  filters = [],
  group = '',
  order = '',
}: {
  filters?: readonly string[];
  group?: string;
  order?: string;
}) {
  const read = readFilters(table.columns, filters);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return viewed(table, { filters: read.value, group, order });
}
const codes = (asked: Parameters<typeof view>[0]) => view(asked).rows.map(({ name }) => name);

describe('rows that pass', () => {
  test.each([
    ['client:is:corvane', ['PE-01', 'PE-03']],
    ['client:not:Corvane', ['PE-02', 'PE-04']],
    ['client:is:', ['PE-02']],
    ['client:has:AL', ['PE-04']],
    ['code:among:PE-04|PE-01', ['PE-01', 'PE-04']],
    ['revenue:above:1,000.00', ['PE-03']],
    ['revenue:below:=500*2', ['PE-02', 'PE-04']],
    ['revenue:is:500', ['PE-04']],
    ['profit:below:0', ['PE-02']],
    // Half of a hundred is a hundred per cent here; what has no margin is neither above nor below.
    ['margin:above:24.9999', ['PE-01', 'PE-04']],
    ['margin:is:25', ['PE-01']],
    ['margin:not:25 %', ['PE-03', 'PE-04']],
    ['hours:above:10', ['PE-01', 'PE-03']],
    ['day:above:2027-03-02', ['PE-04']],
    ['day:below:2027-03-31', ['PE-01', 'PE-03']],
  ])('%s', (filter, expected) => {
    expect(codes({ filters: [filter] })).toEqual(expected);
  });

  test('several filters are all passed; totals and shares are of what passes', () => {
    const shown = view({ filters: ['client:is:Corvane', 'profit:above:0'] });
    expect(rowsRead(shown).map(([code]) => code)).toEqual(['PE-01', 'PE-03']);
    // 400.00 of 4,000.00, over 80 hours.
    expect(totalsRead(shown)).toEqual(['Total', '', '400000', '40000', '40000/400000', '800000', '500', '']);
  });

  test('an address has a filter as one text, a value may hold colons', () => {
    const read = readFilter(table.columns, 'client:has:a:b');
    expect(read).toEqual({ ok: true, value: { column: 'client', test: 'has', typed: 'a:b' } });
    expect(read.ok && filterText(read.value)).toBe('client:has:a:b');
  });

  test.each([
    ['color:is:red', 'not-a-choice'],
    ['revenue:has:1', 'not-a-choice'],
    ['revenue', 'not-a-choice'],
    ['revenue:above:much', 'unreadable-number'],
    ['revenue:above:', 'unreadable-number'],
    ['day:above:soon', 'unreadable-day'],
  ])('%s is refused', (filter, kind) => {
    const read = readFilters(table.columns, ['client:is:', filter]);
    expect(!read.ok && read.problems.map((problem) => problem.kind)).toEqual([kind]);
  });

  test('every kind of value can be asked something', () => {
    for (const holds of ['text', 'day', 'money', 'percent', 'hours', 'count'] as const) {
      expect(testsOf({ holds }).length).toBeGreaterThanOrEqual(3);
    }
  });
});

describe('groups', () => {
  test('stand in the order of their names, each below its sum, shares of the sums', () => {
    const shown = view({ group: 'client' });
    expect(shown.rows.map(({ name, sums }) => (sums === undefined ? name : `${name} (${sums})`))).toEqual([
      ...['Almar (1)', 'PE-04', 'Corvane (2)', 'PE-01', 'PE-03', 'None (1)', 'PE-02'],
    ]);
    expect(rowsRead(shown)[2]).toEqual(['Corvane', '', '400000', '40000', '40000/400000', '800000', '500', '']);
    expect(totalsRead(shown)).toEqual(totalsRead(table));
  });

  test('put in order by an amount, groups stand by their sums and rows within them', () => {
    expect(codes({ group: 'client', order: '-profit' })).toEqual([
      ...['Almar', 'PE-04', 'Corvane', 'PE-01', 'PE-03', 'None', 'PE-02'],
    ]);
    expect(codes({ group: 'client', order: 'revenue' })).toEqual([
      ...['None', 'PE-02', 'Almar', 'PE-04', 'Corvane', 'PE-01', 'PE-03'],
    ]);
  });

  test('sums of groups add up to the total of what is shown, whatever is filtered', () => {
    const someRows = fc.array(
      fc.record({
        code: fc.string(),
        client: fc.constantFrom('', 'A', 'B', 'C'),
        revenue: fc.integer({ min: -1e9, max: 1e9 }),
        profit: fc.integer({ min: -1e9, max: 1e9 }),
        hours: fc.integer({ min: 0, max: 1e9 }),
        day: fc.constantFrom(null, '2027-01-01'),
      }),
      { maxLength: 20 },
    );
    fc.assert(
      fc.property(someRows, fc.integer({ min: -1e7, max: 1e7 }), (rows, least) => {
        const asked: TableView = {
          filters: [{ column: 'revenue', test: 'above', typed: String(least) }],
          ...{ group: 'client', order: '-hours' },
        };
        const whole = tableWith(rows);
        const shown = viewed(whole, asked);
        const places = whole.columns.flatMap((_, place) => (addsUp(whole, place) ? [place] : []));
        expect(places).toHaveLength(3);
        for (const place of places) {
          const at = (sums: boolean) =>
            shown.rows
              .filter((row) => (row.sums !== undefined) === sums)
              .reduce((all, { cells }) => all + Number(cells[place]?.value), 0);
          expect([at(true), at(false)]).toEqual([shown.totals?.[place]?.value, shown.totals?.[place]?.value]);
        }
      }),
    );
  });
});
