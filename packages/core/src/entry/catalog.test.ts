import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { month } from '../calendar/month.ts';
import type { Problem } from '../problems/problem.ts';
import { firstOpenDay, found, monthProblems, rateOn } from './catalog.ts';
import { projectsNamed, readCoding } from './coding.ts';
import { GATE, SAMPLE } from './sample-catalog.test.sample.ts';

describe('what is named', () => {
  const list = [
    { code: 'A1', name: 'Marsh' },
    { code: 'A12', name: 'Marsh plugs' },
    { code: 'B', name: 'Reef' },
  ];
  test.each([
    { case: 'an exact code, though others begin with it', typed: 'a1', code: 'A1' },
    { case: 'an exact name', typed: 'marsh', code: 'A1' },
    { case: 'the only one that begins with it', typed: 're', code: 'B' },
    { case: 'with spaces around', typed: ' B ', code: 'B' },
  ])('is found by $case', ({ typed, code }) => {
    expect(found(list, typed)).toMatchObject({ kind: 'found', value: { code } });
  });
  test('is ambiguous when several begin with it, and says which', () => {
    expect(found(list, 'mar')).toEqual({ kind: 'ambiguous', among: ['A1 Marsh', 'A12 Marsh plugs'] });
  });
  test('is unknown when none does', () => {
    expect(found(list, 'eef')).toEqual({ kind: 'unknown' });
  });
});

describe('a coding as typed', () => {
  const read = (code: string, costType = '') => {
    const problems: Problem[] = [];
    const coding = readCoding({ project: 'GATE', code, costType }, 'rows/0', SAMPLE, problems);
    return { coding: coding?.coding, kinds: problems.map(({ kind }) => kind) };
  };
  test.each([
    { case: 'the cost type of its only budget line', code: 'A/31-250', costType: '', type: 'material', phase: 7 },
    {
      case: 'the usual cost type of the code where no line has it',
      code: '01-540',
      costType: '',
      type: 'equipment',
      phase: null,
    },
    { case: 'the cost type that is typed', code: '31-250', costType: 'sub', type: 'subcontract', phase: null },
    { case: 'a name instead of a code', code: 'a/armor', costType: '', type: 'material', phase: 7 },
  ])('takes $case', ({ code, costType, type, phase }) => {
    expect(read(code, costType)).toMatchObject({ coding: { costType: type, phase }, kinds: [] });
  });
});

test('projects a sheet names are found once each', () => {
  expect(
    projectsNamed([{ project: 'gate' }, { project: 'GATE ' }, { project: '' }, { project: 'nobody' }], SAMPLE.projects),
  ).toEqual([GATE]);
});

describe('months', () => {
  test('through the locked one are refused with the first open day', () => {
    expect(monthProblems(isoDate('2027-01-31'), month('2027-01'), 'day')).toEqual([
      { at: 'day', kind: 'month-locked', month: '2027-01', firstOpenDay: '2027-02-01' },
    ]);
    expect(monthProblems(isoDate('2027-02-01'), month('2027-01'), 'day')).toEqual([]);
    expect(monthProblems(isoDate('1999-01-01'), null, 'day')).toEqual([]);
    expect(firstOpenDay(month('2026-12'))).toBe('2027-01-01');
  });
});

test('the rate of a day is the latest effective on or before it', () => {
  const [employee] = SAMPLE.employees;
  if (!employee) throw new Error('no employee');
  expect(rateOn(employee, isoDate('2026-12-31'))).toBeUndefined();
  expect(rateOn(employee, isoDate('2027-03-02'))).toBe(400_000);
  expect(rateOn(employee, isoDate('2027-03-03'))).toBe(420_000);
});
