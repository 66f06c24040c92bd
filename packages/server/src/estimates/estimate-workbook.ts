import { Workbook, type CellValue, type Worksheet } from '@cj-tech-master/excelts';
import type { EstimateColumn, EstimateRow, EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { readEstimate, type EstimateBasis, type EstimateLine } from '@lowtide/core/estimate/read-estimate.ts';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import { letterOf, SHEET_COLUMNS } from './sheet-columns.ts';

/** Names in the workbook that reading it back relies on. */
export const ESTIMATE_SHEET = 'Estimate';
export const USUAL_MARKUP_CELL = { sheet: 'Settings', cell: 'B1' } as const;
/** Hidden column that says which column rules the price of a row, or that the row is the sum. */
export const RULE_COLUMN = 'O';
export const SUM_MARK = 'sum';

const PRICE_RULES = ['markup', 'markupAmount', 'unitPrice', 'price'] as const;

/** The estimate as a workbook: what was typed as values, what follows as formulas, so that it goes on computing outside. */
export async function estimateWorkbook(sheet: EstimateSheet, basis: EstimateBasis, title: string): Promise<Buffer> {
  const book = new Workbook();
  const page = book.addWorksheet(ESTIMATE_SHEET, { views: [{ state: 'frozen', ySplit: 1 }] });
  page.columns = [
    ...SHEET_COLUMNS.map(({ head, width, format = '@' }) => ({
      header: head,
      width,
      ...(format === '@' ? {} : { style: { numFmt: format } }),
    })),
    { header: 'Margin %', width: 10, style: { numFmt: '0.00' } },
    { header: 'Ruled by', hidden: true },
  ];
  page.getRow(1).font = { bold: true };
  const lines = new Map(readEstimate(sheet, basis).lines.map((line) => [line.place, line]));
  sheet.rows.forEach((row, place) => writeRow(page, place + 2, { row, line: lines.get(place) }));
  writeSums(page, sheet.rows.length + 2);
  const settings = book.addWorksheet(USUAL_MARKUP_CELL.sheet);
  settings.addRow(['Usual markup %', valueOf(sheet.usualMarkup, 4)]);
  settings.addRow(['Estimate', title]);
  settings.getColumn(1).width = 18;
  return Buffer.from(await book.xlsx.writeBuffer());
}

interface PlacedRow {
  readonly row: EstimateRow;
  /** Undefined for headings, blank rows and rows that cannot be read: those have no formulas. */
  readonly line: EstimateLine | undefined;
}

function writeRow(page: Worksheet, at: number, { row, line }: PlacedRow): void {
  for (const { column, format } of SHEET_COLUMNS) {
    const cell = page.getCell(`${letterOf(column)}${at}`);
    if (row[column].trim() !== '') cell.value = format === undefined ? row[column] : valueOf(row[column], 4);
  }
  if (line === undefined) return;
  const rule =
    PRICE_RULES.find((column) => row[column].trim() !== '') ?? (line.rule.kind === 'none' ? 'none' : 'usual');
  page.getCell(`${RULE_COLUMN}${at}`).value = rule;
  for (const [column, formula, result] of formulas(line, rule, at)) {
    if (row[column].trim() === '') page.getCell(`${letterOf(column)}${at}`).value = { formula, result };
  }
  const { price } = line;
  page.getCell(`N${at}`).value = {
    formula: `IF(L${at}=0,"",(L${at}-H${at})/L${at}*100)`,
    result: price === 0 ? '' : (100 * line.profit) / price,
  };
}

type Following = readonly [column: EstimateColumn, formula: string, result: number];

/** What follows in a row, as formulas over its own cells. A unit cost named by whose hour it is goes in as its rate. */
function formulas(line: EstimateLine, rule: string, at: number): readonly Following[] {
  const money = (value: number): number => value / 100;
  const units = line.quantity !== 0;
  const unitCost = `${(line.unitCost ?? 0) / 10_000}`;
  const price: Readonly<Record<string, string>> = {
    markup: `H${at}+ROUND(H${at}*I${at}/100,2)`,
    usual: `H${at}+ROUND(H${at}*${USUAL_MARKUP_CELL.sheet}!$B$1/100,2)`,
    markupAmount: `H${at}+J${at}`,
    unitPrice: `ROUND(E${at}*K${at},2)`,
  };
  const costed = `ROUND(E${at}*IF(ISNUMBER(G${at}),G${at},${unitCost}),2)`;
  return [
    ...(units ? ([['unitCost', `H${at}/E${at}`, line.cost / 100 / (line.quantity / 10_000)]] as const) : []),
    ['cost', units ? costed : '0', money(line.cost)],
    ...(price[rule] === undefined ? [] : ([['price', price[rule], money(line.price)]] as const)),
    ...(rule === 'none'
      ? []
      : ([
          ...(line.cost === 0
            ? []
            : ([['markup', `(L${at}-H${at})/H${at}*100`, (100 * line.profit) / line.cost]] as const)),
          ['markupAmount', `L${at}-H${at}`, money(line.profit)],
          ...(units ? ([['unitPrice', `L${at}/E${at}`, line.price / 100 / (line.quantity / 10_000)]] as const) : []),
        ] as const)),
  ];
}

function writeSums(page: Worksheet, at: number): void {
  page.getCell(`A${at}`).value = 'Total';
  page.getCell(`${RULE_COLUMN}${at}`).value = SUM_MARK;
  for (const letter of ['H', 'J', 'L']) {
    page.getCell(`${letter}${at}`).value = { formula: at > 2 ? `SUM(${letter}2:${letter}${at - 1})` : '0' };
  }
  page.getCell(`N${at}`).value = { formula: `IF(L${at}=0,"",(L${at}-H${at})/L${at}*100)` };
  page.getRow(at).font = { bold: true };
}

/** A typed number as a number, arithmetic as a formula, anything else as it was typed. */
function valueOf(typed: string, decimals: number): CellValue {
  const text = typed.trim();
  const read = typedNumber(text, decimals);
  if (read.kind !== 'number') return text === '' ? null : typed;
  const number = read.scaled / 10 ** decimals;
  return text.startsWith('=') ? { formula: text.slice(1).replace(/,/g, ''), result: number } : number;
}
