import { Workbook } from '@cj-tech-master/excelts';
import { expect, test } from 'vitest';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { InvoiceBody, InvoicedLine } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { applicationWorkbook, SCHEDULE, SUMMARY } from './application-workbook.ts';

const line = (more: Partial<InvoicedLine>): InvoicedLine => ({
  ...{ line: 1, number: 1, name: 'Earthwork', origin: 'Estimate 1', value: cents(0), workBefore: cents(0) },
  ...{ storedBefore: cents(0), work: cents(0), stored: cents(0), withheldBefore: cents(0), withheld: cents(0) },
  ...more,
});

/** 84,000.00 with 34,020.00 net of retention asked before, and a change order of 6,000.00 cut in half by a second line. */
const LINES = [
  line({
    ...{ name: 'Tide gate', value: cents(8_400_000), workBefore: cents(3_780_000), withheldBefore: cents(378_000) },
    ...{ work: cents(1_260_000), stored: cents(650_000), withheld: cents(158_500) },
  }),
  line({ number: 2, name: 'Ramp', origin: 'Change order 1', value: cents(600_000) }),
];

async function opened() {
  const body = await applicationWorkbook({
    ...{ number: 'AFP-0002', ordinal: 2, version: 1, through: isoDate('2027-03-31'), client: 'County' },
    ...{ address: '', project: 'GATE  Gate', memo: '' },
    kept: { figures: { tax: cents(0) }, lines: LINES } as unknown as InvoiceBody,
  });
  const book = new Workbook();
  await book.xlsx.load(body);
  return book;
}

/** A cell's value, or its formula's result. */
const resultOf = (value: unknown): unknown =>
  typeof value === 'object' && value !== null && 'result' in value ? value.result : value;
const formulaOf = (value: unknown): string =>
  typeof value === 'object' && value !== null && 'formula' in value ? String(value.formula) : '';

test('the summary has the worked figures, each as a formula of the schedule', async () => {
  const summary = (await opened()).getWorksheet(SUMMARY);
  const rows = Array.from({ length: 11 }, (_, place) => summary?.getCell(`B${place + 5}`).value);
  // 56,900.00 completed and stored, 5,365.00 held back, 34,020.00 asked before: 17,515.00 due now.
  expect(rows.map(resultOf)).toEqual([
    ...[84_000, 6_000, 90_000, 56_900, 5_365, 51_535, 34_020, 17_515, 0, 17_515, 38_465],
  ]);
  expect(rows.map((value) => formulaOf(value) !== '')).toEqual([
    ...[true, true, true, true, true, true, true, true, false, true, true],
  ]);
});

test('worked out again from the cells they name, the formulas come to what they say', async () => {
  const book = await opened();
  /** The sums and differences that the workbook uses, and none else. */
  const value = (sheet: string, cell: string): number => {
    const found = book.getWorksheet(sheet)?.getCell(cell).value;
    const formula = formulaOf(found);
    return formula === '' ? Number(found ?? 0) : worked(sheet, formula);
  };
  const worked = (sheet: string, formula: string): number => {
    const changes = /^SUMIF\('Schedule of values'!C2:C3,"Change order\*",'Schedule of values'!D2:D3\)$/;
    if (changes.test(formula)) {
      return [2, 3].reduce((all, row) => {
        const origin = String(book.getWorksheet(SCHEDULE)?.getCell(`C${row}`).value ?? '');
        return all + (origin.startsWith('Change order') ? value(SCHEDULE, `D${row}`) : 0);
      }, 0);
    }
    const range = /^SUM\((\w)(\d+):(\w)(\d+)\)$/.exec(formula);
    if (range) {
      const [, from = '', first = '', to = '', last = ''] = range;
      const letters = Array.from({ length: to.charCodeAt(0) - from.charCodeAt(0) + 1 }, (_, place) =>
        String.fromCharCode(from.charCodeAt(0) + place),
      );
      const rows = Array.from({ length: Number(last) - Number(first) + 1 }, (_, place) => Number(first) + place);
      return rows.flatMap((row) => letters.map((letter) => value(sheet, `${letter}${row}`))).reduce((a, b) => a + b, 0);
    }
    return [...formula.matchAll(/([+-]?)(?:'([^']+)'!)?([A-N]\d+)/g)].reduce(
      (all, [, sign, other, cell = '']) => all + (sign === '-' ? -1 : 1) * value(other ?? sheet, cell),
      0,
    );
  };
  for (const sheet of [SUMMARY, SCHEDULE]) {
    book.getWorksheet(sheet)?.eachRow((row) =>
      row.eachCell((cell) => {
        const formula = formulaOf(cell.value);
        if (formula === '' || formula.startsWith('IF')) return;
        expect(worked(sheet, formula), `${sheet} ${cell.address} ${formula}`).toBeCloseTo(
          Number(resultOf(cell.value)),
          2,
        );
      }),
    );
  }
  expect.hasAssertions();
});
