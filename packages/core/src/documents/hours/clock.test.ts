import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import { clockSheets, readClock, type ClockLine } from './clock.ts';
import { readHoursSheet } from './read.ts';

const line = (change: Partial<ClockLine>): ClockLine => ({
  ...{ badge: 'E1', in: '2027-03-01T07:00', out: '2027-03-01T11:00', project: 'GATE', code: 'A/31-250' },
  ...change,
});
const usable = (...lines: readonly ClockLine[]) =>
  readClock(lines, SAMPLE).flatMap(({ read }) => (read === null ? [] : [read]));

test('the minutes of a day on one work become a cell of the week; other work is a row of its own', () => {
  const sheets = clockSheets(
    usable(
      line({}),
      line({ in: '2027-03-01T11:30', out: '2027-03-01T16:00' }),
      line({ in: '2027-03-03T06:00', out: '2027-03-03T06:20', project: '', code: '' }),
      line({ in: '2027-03-08T22:00', out: '2027-03-09T02:00' }),
    ),
  );
  expect(
    sheets.map(({ weekOn, rows }) => [weekOn, rows.map(({ project, days }) => [project, days.join(' ').trim()])]),
  ).toEqual([
    [
      '2027-03-01',
      [
        ['GATE', '8.5'],
        ['', '0.33'],
      ],
    ],
    ['2027-03-08', [['GATE', '4']]],
  ]);
  const [week] = sheets;
  if (week !== undefined) expect(readHoursSheet(week, SAMPLE).problems).toEqual([]);
});

test.each([
  { case: 'of an unknown badge', lines: [line({ badge: 'X9' })], problems: ['badge unknown-code'] },
  { case: 'without a moment', lines: [line({ in: '7:00' })], problems: ['in clock-unreadable'] },
  { case: 'backwards', lines: [line({ out: '2027-03-01T06:00' })], problems: ['out clock-backwards'] },
  { case: 'on a closed project', lines: [line({ project: 'OLD' })], problems: ['project project-closed'] },
  { case: 'without a code', lines: [line({ code: '' })], problems: ['code missing'] },
  { case: 'of 26 hours', lines: [line({ out: '2027-03-02T09:00' })], problems: ['out clock-too-long'] },
  {
    case: 'long ago',
    lines: [line({ in: '2020-03-01T07:00', out: '2020-03-01T08:00' })],
    problems: ['in day-outside-books'],
  },
])('a line $case waits with its reason', ({ lines, problems }) => {
  expect(readClock(lines, SAMPLE).flatMap((entry) => entry.problems.map(({ at, kind }) => `${at} ${kind}`))).toEqual(
    problems,
  );
});

test('of two lines that overlap the later waits, whatever their order in the file', () => {
  const [early, late] = [line({}), line({ in: '2027-03-01T10:00', out: '2027-03-01T12:00' })];
  for (const lines of [
    [early, late],
    [late, early],
  ]) {
    const waiting = readClock(lines, SAMPLE).filter(({ read }) => read === null);
    expect(waiting.map(({ place }) => lines[place])).toEqual([late]);
  }
});

test('whatever a clock sends, every line is either used or has a reason', () => {
  const text = fc.oneof(
    fc.string(),
    fc.constantFrom('E1', 'GATE', '31-100', '2027-03-01T07:00', '2027-03-02T05:59', ''),
  );
  const anyLine = fc.record({ badge: text, in: text, out: text, project: text, code: text });
  fc.assert(
    fc.property(fc.array(anyLine, { maxLength: 6 }), (lines) => {
      const read = readClock(lines, SAMPLE);
      expect(read.map(({ place }) => place)).toEqual(lines.map((_, place) => place));
      for (const entry of read) expect(entry.problems.length === 0).toBe(entry.read !== null);
      expect(clockSheets(read.flatMap((entry) => (entry.read === null ? [] : [entry.read]))).length).toBeLessThan(7);
    }),
  );
});

test('a week of more rows than a sheet takes becomes several', () => {
  const rows = Array.from({ length: 2_001 }, (_, place) => ({
    ...{ employee: `E${place}`, day: isoDate('2027-03-02'), minutes: 60, project: '', code: '' },
  }));
  expect(clockSheets(rows).map((sheet) => sheet.rows.length)).toEqual([2_000, 1]);
});
