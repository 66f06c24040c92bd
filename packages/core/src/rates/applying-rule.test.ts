import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { rate } from '../money/quantity.ts';
import { flatRates } from './hour-rates.ts';
import {
  appliedRate,
  clashingRules,
  rateBook,
  usualRules,
  RATE_LEVELS,
  rateLevel,
  type RateRule,
  type WorkedHour,
} from './applying-rule.ts';

const HOUR: WorkedHour = {
  day: isoDate('2027-03-10'),
  ...{ project: 7, client: 3, employee: 12, role: 'carpenter', activity: 'diving' },
};
const SCOPES = {
  project: { project: 7 },
  client: { client: 3 },
  employee: { employee: 12 },
  role: { role: 'carpenter' },
  activity: { activity: 'diving' },
};
/** One rule a level that holds for the hour, its number the level's place. */
const ALL: readonly RateRule[] = RATE_LEVELS.map(({ scope }, place) => ({
  ...Object.assign({}, ...scope.map((name) => SCOPES[name])),
  ...{ id: place, effectiveOn: isoDate('2027-01-01'), rates: flatRates(rate(100_000 + place)) },
}));

describe('the rate of an hour', () => {
  test.each(RATE_LEVELS.map(({ name }, place) => ({ name, place })))(
    'is that of $name where nothing more specific holds',
    ({ name, place }) => {
      const applied = appliedRate(rateBook(ALL.slice(place).toReversed()), HOUR);
      expect([applied?.level, applied?.rule.id]).toEqual([name, place]);
      expect(applied?.beaten.map(({ id }) => id)).toEqual(ALL.slice(place + 1).map(({ id }) => id));
    },
  );

  test.each([
    { case: 'another project', hour: { ...HOUR, project: 8 }, level: 'client and employee' },
    { case: 'no project at all', hour: { ...HOUR, project: null, client: null }, level: 'employee' },
    { case: 'another employee of the role', hour: { ...HOUR, employee: 13 }, level: 'project and role' },
    { case: 'somebody without a role', hour: { ...HOUR, employee: 13, role: null }, level: 'company' },
    {
      case: 'another activity',
      hour: { ...HOUR, project: null, client: null, employee: 13, activity: 'driving' },
      level: 'role',
    },
  ])('of $case is that of $level', ({ hour, level }) => {
    expect(appliedRate(rateBook(ALL), hour)?.level).toBe(level);
  });

  test('is the latest of its level on or before the day, before a less specific one of a later day', () => {
    const of = (id: number, effectiveOn: string, more: Partial<RateRule> = {}): RateRule => ({
      ...{ id, effectiveOn: isoDate(effectiveOn), rates: flatRates(rate(id)) },
      ...more,
    });
    const rules = [
      of(1, '2027-01-01', { employee: 12 }),
      of(2, '2027-03-10', { employee: 12 }),
      of(3, '2027-03-11', { employee: 12 }),
      of(4, '2027-03-10', { role: 'carpenter' }),
    ];
    const applied = appliedRate(rateBook(rules), HOUR);
    expect([applied?.rule.id, applied?.beaten.map(({ id }) => id)]).toEqual([2, [1, 4]]);
    expect(appliedRate(rateBook(rules), { ...HOUR, day: isoDate('2027-03-09') })?.rule.id).toBe(1);
  });

  test('is none where no rule holds: never nothing', () => {
    expect(appliedRate(rateBook(ALL), { ...HOUR, day: isoDate('2026-12-31') })).toBeNull();
    expect(appliedRate(rateBook([]), HOUR)).toBeNull();
  });

  test('does not depend on the order of the rules', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...ALL]), (rules) => {
        const places = rules.map(({ id }) => id);
        expect(appliedRate(rateBook(rules), HOUR)?.rule.id).toBe(rules.length === 0 ? undefined : Math.min(...places));
      }),
    );
  });
});

describe('rules', () => {
  test.each([
    [{}, 'company'],
    [{ project: 1, employee: 2 }, 'project and employee'],
    [{ activity: 'diving', role: 'carpenter' }, 'role and activity'],
    [{ project: 1 }, undefined],
    [{ activity: 'diving' }, undefined],
    [{ project: 1, client: 2, employee: 3 }, undefined],
  ])('of %j are of the level %s', (scope, level) => {
    expect(rateLevel(scope)).toBe(level);
  });

  test('of one scope and day clash', () => {
    const [first] = ALL;
    if (first === undefined) throw new Error('there are levels');
    const again = { ...first, id: 99 };
    expect(clashingRules([...ALL, again])).toEqual([[first, again]]);
    expect(clashingRules([...ALL, { ...again, effectiveOn: isoDate('2027-01-02') }])).toEqual([]);
  });
});

test('what somebody usually costs is by their own rules, else by those of their role, else by the company’s', () => {
  const book = rateBook(ALL);
  const levelOf = (employee: number, role: string) => usualRules(book, { employee, role }).map(rateLevel);
  expect(levelOf(12, 'carpenter')).toEqual(['employee']);
  expect(levelOf(13, ' Carpenter')).toEqual(['role']);
  expect([levelOf(13, ''), levelOf(13, 'diver')]).toEqual([['company'], ['company']]);
  expect(usualRules(rateBook([]), { employee: 12, role: '' })).toEqual([]);
});
