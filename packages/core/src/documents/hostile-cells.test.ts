import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { typedDate } from '../calendar/typed-date.ts';
import { typedMonth } from '../calendar/typed-month.ts';
import { month } from '../calendar/month.ts';
import { typedNumber } from '../money/typed-number.ts';
import { readBuildUp } from '../rates/read-build-up.ts';
import { BLANK_BUILD_UP_ROW } from '../rates/build-up-row.ts';
import { readRecord } from '../records/read-record.ts';
import { fieldsOf, RECORD_KIND_NAMES } from '../records/record-kinds.ts';
import { readSheet } from './read-sheet.ts';
import { SAMPLE } from './sample-catalog.test.sample.ts';
import { fileColumns, sheetsOfFile } from './sheet-file.ts';
import { SHEET_KINDS } from './sheets.ts';

/** The longest that a cell takes. */
const LENGTH = 2_000;
const between = (before: string, filling: string, after: string): string =>
  before + filling.repeat(Math.floor((LENGTH - before.length - after.length) / filling.length)) + after;

/** Texts over which patterns that look back again and again take quadratic time, or worse. */
const HOSTILE = [
  between('1', ' ', '%x'),
  between('', ' ', 'x'),
  between('', '% ', 'x'),
  between('', '(', ''),
  between('1', ',111', 'x'),
  between('=', '(1+', ''),
  between('=', '1+', 'x'),
  between('', 'abc ', '!'),
  between('1', '.', 'a'),
  between('', '0', '.x'),
  between('', '-', '1'),
  between('EUR', ' ', '€x'),
  between('', 'by ', ''),
  between('PO-0001', '/1', ''),
  between('', '\t', '/'),
  between('mar', 'a', '-'),
];

// Linear reading of all of it takes milliseconds; one cubic pattern takes seconds for a single cell, and the test its whole time.
test.each(SHEET_KINDS)(
  'every cell of a sheet of %s is read in a time that follows its length',
  { timeout: 4_000 },
  (kind) => {
    const near = { near: isoDate('2027-03-31'), order: 'month first' as const };
    let read = 0;
    for (const { name } of fileColumns(kind)) {
      for (const text of HOSTILE) {
        const sheets = sheetsOfFile(kind, [{ [name]: text }], near);
        if (!sheets.ok) read += 1;
        for (const sheet of sheets.ok ? sheets.value : []) read += readSheet(sheet, SAMPLE).problems.length;
      }
    }
    expect(read).toBeGreaterThan(0);
  },
);

test.each(RECORD_KIND_NAMES)('every field of a %s is, too', { timeout: 4_000 }, (kind) => {
  const context = { today: isoDate('2027-03-31'), dayOrder: 'month first' as const, references: () => [] };
  const read = fieldsOf(kind).flatMap(({ name }) =>
    HOSTILE.map((text) => readRecord(kind, { [name]: text }, context).ok),
  );
  expect(read.filter((ok) => ok)).toEqual([]);
});

test('numbers, days, months and parts of a rate are, too', { timeout: 4_000 }, () => {
  for (const text of HOSTILE) {
    expect(typedNumber(text, 2).kind).not.toBe('number');
    expect(typedDate(text, isoDate('2027-03-31'), 'month first')).toBeUndefined();
    expect(typedMonth(text, month('2027-03'))).toBeUndefined();
    expect(readBuildUp([{ ...BLANK_BUILD_UP_ROW, name: 'Wage', amount: text }]).ok).toBe(false);
  }
});
