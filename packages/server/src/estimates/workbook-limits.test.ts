import { Workbook, type Worksheet } from '@cj-tech-master/excelts';
import JSZip from 'jszip';
import { describe, expect, test } from 'vitest';
import { ESTIMATE_SHEET } from './estimate-workbook.ts';
import { readWorkbookApart } from './read-workbook-apart.ts';
import { refusedWorkbook } from './workbook-limits.ts';

/** A workbook with a sheet of ours, changed. */
async function workbook(change: (page: Worksheet, book: Workbook) => void): Promise<Buffer> {
  const book = new Workbook();
  change(book.addWorksheet(ESTIMATE_SHEET), book);
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** The same with one of its parts replaced. */
async function forged(part: string, change: (xml: string) => string): Promise<Buffer> {
  const zip = await JSZip.loadAsync(await workbook((page) => page.addRow(['Section'])));
  zip.file(part, change((await zip.file(part)?.async('string')) ?? ''));
  return zip.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' });
}

const SHEET = 'xl/worksheets/sheet1.xml';
const merged = '<mergeCells count="1"><mergeCell ref="A1:XFD1048576"/></mergeCells>';
const validated = '<dataValidations count="1"><dataValidation sqref="A1:XFD1048576" type="list"/></dataValidations>';
const names = `<definedNames>${'<definedName name="n">Sheet!$A$1</definedName>'.repeat(600)}</definedNames>`;

test('one that says it unpacks to gigabytes is none', async () => {
  const bytes = await workbook((page) => page.addRow(['Section']));
  bytes.writeUInt32LE(4_000_000_000, bytes.indexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02])) + 24);
  expect(await refusedWorkbook(bytes)).toBe('it is no workbook');
});

describe('a small workbook that would stop whoever reads it is refused', () => {
  test.each([
    {
      case: 'one merged range of the whole sheet',
      part: SHEET,
      add: ['</sheetData>', `</sheetData>${merged}`],
      says: 'covers a whole sheet',
    },
    {
      case: 'one rule for the whole sheet',
      part: SHEET,
      add: ['</sheetData>', `</sheetData>${validated}`],
      says: 'covers a whole sheet',
    },
    {
      case: 'names without end',
      part: 'xl/workbook.xml',
      add: ['</workbook>', `${names}</workbook>`],
      says: 'more than 500 names',
    },
    {
      case: 'a column of a thousand million',
      part: SHEET,
      add: ['<sheetData>', '<cols><col min="1" max="1000000000" width="9"/></cols><sheetData>'],
      says: 'more than 1000 columns',
    },
    {
      case: 'a row of a thousand million',
      part: SHEET,
      add: ['<sheetData>', '<sheetData><row r="1000000000"/>'],
      says: 'rows',
    },
    {
      case: 'a cell far to the right',
      part: SHEET,
      add: ['<sheetData>', '<sheetData><row r="1"><c r="XFD1"/></row>'],
      says: 'columns',
    },
    {
      case: 'text that unpacks to far more than it is',
      part: SHEET,
      add: ['<sheetData>', `<!--${' '.repeat(61_000_000)}--><sheetData>`],
      says: 'unpacks to more',
    },
  ])('$case', async ({ part, add: [mark = '', more = ''], says }) => {
    const bytes = await forged(part, (xml) => xml.replace(mark, more));
    expect(await refusedWorkbook(bytes)).toContain(says);
  });

  test('what is no workbook, and one cut off', async () => {
    expect(await refusedWorkbook(Buffer.from('no workbook'))).toBe('it is no workbook');
    const whole = await workbook((page) => page.addRow(['x']));
    expect(await refusedWorkbook(whole.subarray(0, whole.length - 40))).toBe('it is no workbook');
  });

  test('one that says of a part that it is small, and is not', async () => {
    const bytes = await forged(SHEET, (xml) =>
      xml.replace('<sheetData>', `<!--${' '.repeat(1_000_000)}--><sheetData>`),
    );
    const directory = bytes.indexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]));
    for (let at = directory; at >= 0; at = bytes.indexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]), at + 4)) {
      bytes.writeUInt32LE(10, at + 24);
    }
    expect(await refusedWorkbook(bytes)).toBe('it is no workbook');
  });
});

test('one of ours is read', async () => {
  expect(await refusedWorkbook(await workbook((page) => page.addRow(['Section'])))).toBeUndefined();
});

test('it is read in a thread of its own, and what is wrong with it comes back in words', async () => {
  const why = await readWorkbookApart(await workbook((page) => page.addRow(['Section']))).catch(
    (error: unknown) => error,
  );
  expect(why).toMatchObject({ problems: [{ at: 'content', kind: 'workbook-unreadable' }] });
  expect(JSON.stringify(why)).toContain('keep the columns in their order');
});
