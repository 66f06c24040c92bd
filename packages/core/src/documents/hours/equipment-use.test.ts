import { expect, test } from 'vitest';
import { codingKey } from '../../ledger/dimensions.ts';
import { isoDate } from '../../calendar/iso-date.ts';
import { costCodeId, equipmentId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { quantity, rate } from '../../money/quantity.ts';
import { catalogOf } from '../catalog-of.ts';
import type { Catalog, Equipment, UseThere } from '../catalog.ts';
import { GATE, SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { HoursRow } from './form.ts';
import { readHoursSheet } from './read.ts';
import { effectsOf } from '../effect.ts';

const MONDAY = isoDate('2027-03-01');
const BOAT: Equipment = {
  ...{ id: equipmentId(4), code: 'BOAT1', name: 'Workboat', unit: 'hour' },
  rates: [
    { effectiveOn: isoDate('2027-01-01'), rate: rate(850_000) },
    { effectiveOn: isoDate('2027-03-03'), rate: rate(900_000) },
  ],
};
const THERE: UseThere = {
  ...{ equipment: BOAT.id, usedOn: MONDAY, quantity: quantity(40_000), cost: cents(34_001), rate: rate(850_000) },
  coding: codingKey({ project: GATE.id, phase: null, costCode: costCodeId(13), costType: 'equipment' }),
};
const catalog: Catalog = catalogOf(
  { ...SAMPLE, equipment: [BOAT] },
  {
    workingMonth: SAMPLE.workingMonth,
    stands: [],
    knownBills: [],
    orders: [],
    retainedApart: [],
    billings: [],
    receivables: [],
    unbilledWork: [],
    hoursThere: [],
    usesThere: [THERE],
    paidThere: [],
  },
);
const row = (change: Partial<HoursRow>): HoursRow => ({
  ...{
    employee: 'BOAT1',
    project: 'GATE',
    code: '01-540',
    costType: '',
    pay: '',
    billable: '',
    activity: '',
    text: '',
  },
  days: ['', '', '', '', '', '', ''],
  ...change,
});
const read = (...rows: readonly HoursRow[]) =>
  readHoursSheet({ kind: 'hours', weekOn: MONDAY, rows: [...rows] }, catalog);

test('own equipment costs a project its rate of the day, and is credited to equipment recovered', () => {
  const { postings, problems } = read(row({ days: ['', '2', '3', '', '', '', ''] }));
  expect(problems).toEqual([]);
  const lines = postings.flatMap(({ entries }) => entries.flatMap((entry) => entry.lines));
  expect(lines.map(({ account, amount, costType, quantity: units }) => [account, amount, costType, units])).toEqual([
    [SAMPLE_ROLES.wip, 17_000, 'equipment', 20_000],
    [SAMPLE_ROLES['equipment-recovered'], -17_000, null, 0],
    [SAMPLE_ROLES.wip, 27_000, 'equipment', 30_000],
    [SAMPLE_ROLES['equipment-recovered'], -27_000, null, 0],
  ]);
  expect(postings[0]?.memo).toBe('0 people, 1 of equipment');
});

test('what is taken back costs what it was posted at', () => {
  const { postings } = read(row({ days: ['-2', '', '', '', '', '', ''] }));
  expect(
    postings
      .flatMap(({ effects }) => effectsOf(effects, 'equipment-use').flatMap(({ used }) => used))
      .map(({ cost }) => cost),
  ).toEqual([-17_001]);
});

test.each([
  {
    case: 'without a project',
    row: row({ project: '', code: '', days: ['1', '', '', '', '', '', ''] }),
    at: 'rows/0/project',
  },
  { case: 'paid', row: row({ pay: 'overtime', days: ['1', '', '', '', '', '', ''] }), at: 'rows/0/pay' },
  { case: 'billed', row: row({ billable: 'yes', days: ['1', '', '', '', '', '', ''] }), at: 'rows/0/billable' },
  { case: 'before its first rate', row: row({ days: ['-5', '', '', '', '', '', ''] }), at: 'rows/0/days/0' },
])('equipment $case is refused at its cell', (typed) => {
  expect(read(typed.row).problems.map(({ at }) => at)).toEqual([typed.at]);
});

test('somebody whose name is neither is told that it may be either', () => {
  expect(read(row({ employee: 'nobody' })).problems[0]).toMatchObject({ subject: 'employee or equipment' });
});
