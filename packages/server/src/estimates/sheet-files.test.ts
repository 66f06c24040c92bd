import { Workbook, type Worksheet } from '@cj-tech-master/excelts';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { BLANK_ROW, type EstimateRow, type EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { readEstimate, type EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { Refusal } from '../http/refusal.ts';
import { openApp, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';
import { estimateBasis } from './estimate-basis-queries.ts';
import { estimateWorkbook } from './estimate-workbook.ts';
import { addPier, PIER_ROWS, priced, sheetOf, type Head } from '../priced-estimate.test.support.ts';
import { workbookSheet } from './read-workbook.ts';
import { csvSheet, readSheetFile, sheetCsv } from './sheet-file.ts';

let app: TestApp;
let basis: EstimateBasis;
let head: Head;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  const pier = await addPier(app);
  basis = await estimateBasis(app.books.reader, pier, isoDate('2027-01-31'));
  head = await priced(app, pier, PIER_ROWS, { usualMarkup: '12.5' });
});
afterAll(() => app.close());

const amount = fc.integer({ min: -9_999_999, max: 9_999_999 }).map((cents) => (cents / 100).toFixed(2));
const percent = fc.integer({ min: -500_000, max: 900_000 }).map((scaled) => (scaled / 10_000).toFixed(4));
const text = fc.constantFrom('', 'Stone, "graded"', '=not a sum', 'Zwei\nZeilen', 'Ω 3×4', '007');
const costs = fc.oneof(
  fc.record({
    quantity: fc.constantFrom('1', '12.5', '=3*4', '0.3333'),
    unitCost: fc.oneof(amount, fc.constantFrom('e1', '=10/4')),
  }),
  fc.record({ quantity: fc.constantFrom('', '7'), cost: amount }),
  fc.constant({}),
);
const prices = fc.oneof(
  fc.record({ markup: percent }),
  fc.record({ markupAmount: amount }),
  fc.record({ price: amount }),
  fc.constant({}),
);
const anyRow = fc
  .tuple(costs, prices, text, fc.constantFrom('', 'Gate', 'Deck'), fc.constantFrom('31-250', 'P/31-100', ''))
  .map(([cost, price, words, section, code]): EstimateRow => ({
    ...BLANK_ROW,
    ...cost,
    ...price,
    text: words,
    section,
    code,
  }));
const anySheet = fc.record({
  usualMarkup: fc.oneof(fc.constant(''), percent),
  rows: fc.array(anyRow, { maxLength: 8 }),
});

/** Lines without the spelling of their numbers: what they say. */
const said = (sheet: EstimateSheet) => readEstimate(sheet, basis).lines;

describe('an estimate saved and read back is the same', () => {
  test('as CSV, to the letter', async () => {
    await fc.assert(
      fc.asyncProperty(anySheet, async (sheet) => {
        const rows = sheet.rows.map((row) => ({ ...row, text: row.text.trim() }));
        const again = csvSheet(sheetCsv({ ...sheet, rows }));
        expect(again.usualMarkup).toBe(sheet.usualMarkup);
        expect(again.rows).toEqual(rows.length > 0 ? rows : [BLANK_ROW]);
      }),
      { numRuns: 60 },
    );
  });

  test('as a workbook, in what every line says', async () => {
    await fc.assert(
      fc.asyncProperty(anySheet, async (sheet) => {
        const again = await workbookSheet(await estimateWorkbook(sheet, basis, 'Test'));
        expect(said(again)).toEqual(said(sheet));
      }),
      { numRuns: 25 },
    );
  });
});

describe('a workbook', () => {
  async function edited(edit: (page: Worksheet) => void, sheet = sheetOf(PIER_ROWS)) {
    const book = new Workbook();
    await book.xlsx.load((await estimateWorkbook(sheet, basis, 'Test')) as unknown as ArrayBuffer);
    const page = book.getWorksheet('Estimate');
    if (!page) throw new Error('it has its sheet');
    edit(page);
    return workbookSheet(Buffer.from(await book.xlsx.writeBuffer()));
  }

  test('computes by live formulas', async () => {
    const book = new Workbook();
    await book.xlsx.load((await estimateWorkbook(sheetOf(PIER_ROWS), basis, 'Test')) as unknown as ArrayBuffer);
    const page = book.getWorksheet('Estimate');
    expect(page?.getCell('H2').formula).toBe('ROUND(E2*IF(ISNUMBER(G2),G2,150),2)');
    expect(page?.getCell('L3').formula).toBe('ROUND(E3*K3,2)');
    expect(page?.getCell('L4').formula).toBe('H4+ROUND(H4*I4/100,2)');
    expect(page?.getCell('L4').result).toBe(4_000);
    expect(page?.getCell('L7').formula).toBe('SUM(L2:L6)');
  });

  test('a price put over a formula rules from then on', async () => {
    const sheet = await edited((page) => (page.getCell('L4').value = 5_000));
    expect(sheet.rows[2]).toMatchObject({ markup: '', price: '5000', cost: '2000' });
    expect(said(sheet)[2]?.price).toBe(500_000);
  });

  test('a changed markup changes what follows', async () => {
    const sheet = await edited((page) => (page.getCell('I4').value = 50));
    expect(said(sheet)[2]?.price).toBe(300_000);
  });

  test('takes the result of a formula somebody wrote where a value was', async () => {
    const sheet = await edited((page) => (page.getCell('E2').value = { formula: 'E3/2', result: 125 }));
    expect(sheet.rows[0]?.quantity).toBe('125');
  });

  test('rows put in before the sum come in too', async () => {
    const sheet = await edited((page) => page.insertRow(7, ['Deck', '31-250', '', 'Rail', 10, 'm', 20]));
    expect(sheet.rows.at(-1)).toMatchObject({ section: 'Deck', text: 'Rail', quantity: '10', unitCost: '20' });
    expect(sheet.rows).toHaveLength(6);
  });

  test.each([
    { case: 'that is none', bytes: async () => Buffer.from('not a zip') },
    { case: 'of something else', bytes: async () => Buffer.from(await new Workbook().xlsx.writeBuffer()) },
    {
      case: 'with its columns moved',
      bytes: async () => {
        const book = new Workbook();
        await book.xlsx.load((await estimateWorkbook(sheetOf(PIER_ROWS), basis, '')) as unknown as ArrayBuffer);
        const page = book.getWorksheet('Estimate');
        if (page) page.getCell('B1').value = 'Cost';
        return Buffer.from(await book.xlsx.writeBuffer());
      },
    },
  ])('$case is refused with the way out', async ({ bytes }) => {
    const why = await workbookSheet(await bytes()).catch((error: unknown) => error);
    expect(why).toBeInstanceOf(Refusal);
    expect((why as Refusal).problems[0]).toMatchObject({ at: 'content', kind: 'workbook-unreadable' });
  });
});

describe('a CSV file', () => {
  test.each([
    { case: 'with a column of its own', csv: 'section,colour\nA,red', problem: 'column-unknown' },
    { case: 'with nothing in it', csv: '', problem: 'nothing-entered' },
    { case: 'that is broken', csv: 'section,text\n"A', problem: 'file-unreadable' },
    { case: 'as long as a book', csv: `text\n${'x\n'.repeat(5_001)}`, problem: 'file-unreadable' },
  ])('$case is refused', async ({ csv, problem }) => {
    const why = await readSheetFile({ name: 'a.csv', content: csv }).catch((error: unknown) => error);
    expect((why as Refusal).problems.map(({ kind }) => kind)).toEqual([problem]);
  });

  test('with bad cells comes in as it is, for the grid to mark', () => {
    const sheet = csvSheet('text,quantity,usual_markup_percent\nStone,many,10\nPlanks,3,\n');
    expect(sheet.usualMarkup).toBe('10');
    expect(sheet.rows.map(({ text: words, quantity }) => [words, quantity])).toEqual([
      ['Stone', 'many'],
      ['Planks', '3'],
    ]);
  });
});

describe('over HTTP', () => {
  const file = async (kind: string) => {
    const response = await fetch(`${app.address}/api/estimates/${head.id}.${kind}`);
    return { type: response.headers.get('content-type') ?? '', bytes: Buffer.from(await response.arrayBuffer()) };
  };

  test('CSV and workbook come, and read back through the API they are the same sheet', async () => {
    const csv = await file('csv');
    expect(csv.type).toContain('text/csv');
    const fromCsv = await app.order<{ sheet: EstimateSheet }>('POST', `/estimates/${head.id}/sheet-files`, {
      name: 'a.csv',
      content: csv.bytes.toString(),
    });
    expect(fromCsv.sheet).toEqual(sheetOf(PIER_ROWS, '12.5'));
    const book = await file('xlsx');
    const fromBook = await app.order<{ sheet: EstimateSheet }>('POST', `/estimates/${head.id}/sheet-files`, {
      name: 'a.XLSX',
      content: book.bytes.toString('base64'),
    });
    expect(said(fromBook.sheet)).toEqual(said(sheetOf(PIER_ROWS, '12.5')));
  });

  test('the proposal is a PDF', async () => {
    const pdf = await file('pdf');
    expect(pdf.type).toBe('application/pdf');
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  });
});
