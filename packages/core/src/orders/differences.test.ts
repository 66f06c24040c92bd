import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { rate } from '../money/quantity.ts';
import { versionDifferences, type OrderedOf } from './differences.ts';
import { part } from './order-line.test.sample.ts';

const line = (more: Partial<OrderedOf> = {}): OrderedOf => ({
  ...{ place: 1, change: part(100, 450_000), price: rate(450_000), unit: 't', text: 'Stone', tax: '', wantedOn: null },
  ...more,
});
const version = (ordered: readonly OrderedOf[], isReversed = false) => ({ ordered, isReversed });
const changes = (...ordered: readonly OrderedOf[][]) => versionDifferences(ordered.map((each) => version(each)));

describe('what a version changes of the one before', () => {
  test('the first one is where it begins', () => {
    expect(changes([line()])).toEqual([[]]);
  });

  test('a line that is new', () => {
    const [, second] = changes([line()], [line({ place: 2, change: part(0, 62_000), text: 'Haulage', unit: '' })]);
    expect(second).toEqual([{ place: 2, what: 'New line', before: '', after: 'Haulage, 620.00' }]);
  });

  test('a line that is taken out, and comes again', () => {
    const [, gone, again] = changes([line()], [line({ change: part(-100, -450_000) })], [line()]);
    expect(gone).toEqual([{ place: 1, what: 'Taken out', before: 'Stone, 4,500.00', after: '' }]);
    expect(again).toEqual([{ place: 1, what: 'New line', before: '', after: 'Stone, 4,500.00' }]);
  });

  test.each([
    {
      case: 'more of it',
      change: { change: part(20, 90_000) },
      found: ['Quantity: 100 t → 120 t', 'Net: 4,500.00 → 5,400.00'],
    },
    {
      case: 'another price',
      change: { change: part(0, 5_000), price: rate(455_000) },
      found: ['Price: 45.00 → 45.50', 'Net: 4,500.00 → 4,550.00'],
    },
    { case: 'other words', change: { change: part(0, 0), text: 'Armor' }, found: ['Text: Stone → Armor'] },
    { case: 'a tax', change: { change: part(0, 0), tax: 'ST' }, found: ['Tax:  → ST'] },
    {
      case: 'a day',
      change: { change: part(0, 0), wantedOn: isoDate('2027-04-12') },
      found: ['Wanted:  → 12 Apr 2027'],
    },
    { case: 'no unit', change: { change: part(0, 0), unit: '' }, found: ['Quantity: 100 t → 100'] },
    { case: 'no price', change: { change: part(0, 0), price: rate(0) }, found: ['Price: 45.00 → '] },
    {
      case: 'an amount alone',
      change: { change: part(-100, 0) },
      found: ['Quantity: 100 t → '],
    },
    { case: 'nothing', change: { change: part(0, 0) }, found: [] },
  ])('$case', ({ change, found }) => {
    const [, second = []] = changes([line()], [line(change)]);
    expect(second.map(({ what, before, after }) => `${what}: ${before} → ${after}`)).toEqual(found);
  });

  test('what a reversed version said is not what the next one changes', () => {
    const [, , third] = versionDifferences([
      version([line()]),
      version([line({ change: part(50, 225_000) })], true),
      version([line({ change: part(10, 45_000) })]),
    ]);
    expect(third?.map(({ before, after }) => `${before} → ${after}`)).toEqual(['100 t → 110 t', '4,500.00 → 4,950.00']);
  });
});
