import { rateOn, type CostCode, type Employee } from '../entry/catalog.ts';
import { isFilled, readMoney, readNumber, readQuantity } from '../entry/cells.ts';
import { readCodeOf, type CodedPhase } from '../entry/coding.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import type { CostType } from '../ledger/cost-type.ts';
import type { Coding } from '../ledger/journal-entry.ts';
import type { Project } from '../ledger/project.ts';
import { cents, type Cents } from '../money/cents.ts';
import { extension, quantity, rate, type Quantity, type Rate } from '../money/quantity.ts';
import { ratio, roundedQuotient, type Ratio } from '../money/ratio.ts';
import type { Problem } from '../problems/problem.ts';
import {
  isBlankLine,
  isHeading,
  RIVALS,
  type EstimateColumn,
  type EstimateRow,
  type EstimateSheet,
} from './estimate-sheet.ts';
import { linePrice, perUnit, spread, type PriceRule, type Spread } from './line-price.ts';

/** An employee as estimates use them: also by what they work as. */
export interface Worker extends Employee {
  readonly jobRole: string;
}

/** A project as estimates know it. */
export interface EstimatedProject extends Pick<Project, 'id' | 'code' | 'name' | 'kind'> {
  readonly phases: readonly CodedPhase[];
}

/** What reading an estimate needs to know of the books. */
export interface EstimateBasis {
  readonly project: EstimatedProject;
  readonly costCodes: readonly CostCode[];
  readonly workers: readonly Worker[];
  /** The day whose rates labor lines are costed at. */
  readonly pricedOn: IsoDate;
}

export interface EstimateLine extends Spread {
  /** Index of its row. */
  readonly place: number;
  readonly section: string;
  /** Null where no code is typed yet. */
  readonly coding: Coding | null;
  readonly costType: CostType | null;
  readonly text: string;
  readonly quantity: Quantity;
  readonly unit: string;
  readonly unitCost: Rate | null;
  readonly unitPrice: Rate | null;
  readonly rule: PriceRule;
}

/** What a sheet says: its lines that can be read, and what is wrong with the others. */
export interface ReadEstimate {
  readonly lines: readonly EstimateLine[];
  readonly problems: readonly Problem[];
}

export function readEstimate(sheet: EstimateSheet, basis: EstimateBasis): ReadEstimate {
  const problems: Problem[] = [];
  const usual = readShare({ typed: sheet.usualMarkup, at: 'usualMarkup' }, problems);
  const lines: EstimateLine[] = [];
  let section = '';
  sheet.rows.forEach((row, place) => {
    if (isBlankLine(row)) return;
    if (row.section.trim() !== '') section = row.section.trim();
    if (isHeading(row)) return;
    const line = readLine({ row, place, section, usual }, basis, problems);
    if (line) lines.push(line);
  });
  return { lines, problems };
}

interface PlacedRow {
  readonly row: EstimateRow;
  readonly place: number;
  readonly section: string;
  readonly usual: Ratio | null;
}

const MOST = { section: 60, text: 200, unit: 12, note: 500 } as const;

/** The line, or undefined when a cell of it cannot be read. */
function readLine(placed: PlacedRow, basis: EstimateBasis, problems: Problem[]): EstimateLine | undefined {
  const { row, place, section } = placed;
  const before = problems.length;
  const at = (column: EstimateColumn): string => `rows/${place}/${column}`;
  for (const column of Object.keys(MOST) as (keyof typeof MOST)[]) {
    if (row[column].length > MOST[column])
      problems.push({ at: at(column), kind: 'too-long', field: `the ${column}`, most: MOST[column] });
  }
  rivalProblems(row, at, problems);
  const code = readCodeOf(basis.project, { row, at: `rows/${place}` }, basis.costCodes, problems);
  const units =
    row.quantity.trim() === '' ? quantity(0) : readQuantity({ typed: row.quantity, at: at('quantity') }, problems);
  const costs = readCost(placed, units ?? quantity(0), basis, problems);
  const rule = readRule(placed, problems);
  if (problems.length > before || units === undefined || !costs || !rule || !code) return undefined;
  const price = linePrice(rule, costs.cost, units);
  return {
    ...spread(costs.cost, price),
    ...{ place, section, coding: code.coding, costType: code.costType, text: row.text.trim() },
    ...{ quantity: units, unit: row.unit.trim(), unitCost: costs.unitCost, unitPrice: perUnit(price, units), rule },
  };
}

/** Of columns of which one rules, two are typed: nobody knows which was meant. */
function rivalProblems(row: EstimateRow, at: (column: EstimateColumn) => string, problems: Problem[]): void {
  for (const rivals of RIVALS) {
    const typed = rivals.filter((column) => row[column].trim() !== '');
    const last = typed.at(-1);
    if (typed.length > 1 && last) problems.push({ at: at(last), kind: 'two-rule', columns: typed });
  }
}

interface LineCost {
  readonly cost: Cents;
  readonly unitCost: Rate | null;
}

function readCost(
  { row, place }: PlacedRow,
  units: Quantity,
  basis: EstimateBasis,
  problems: Problem[],
): LineCost | undefined {
  if (row.cost.trim() !== '') {
    const cost = readMoney({ typed: row.cost, at: `rows/${place}/cost` }, problems);
    return cost === undefined ? undefined : { cost, unitCost: perUnit(cost, units) };
  }
  if (row.unitCost.trim() === '') return { cost: cents(0), unitCost: null };
  const unitCost = readUnitCost({ typed: row.unitCost, at: `rows/${place}/unitCost` }, basis, problems);
  const filled = isFilled({ typed: row.quantity, at: `rows/${place}/quantity` }, 'the quantity', problems);
  return unitCost === undefined || !filled ? undefined : { cost: extension(units, unitCost), unitCost };
}

/** A number, or an hour of somebody: of one employee, or the average of those who work as something, on the day of pricing. */
function readUnitCost(
  cell: { readonly typed: string; readonly at: string },
  { workers, pricedOn }: EstimateBasis,
  problems: Problem[],
): Rate | undefined {
  if (!/^[a-z]/i.test(cell.typed.trim())) {
    const scaled = readNumber(cell, 4, problems);
    return scaled === undefined ? undefined : rate(scaled);
  }
  const word = cell.typed.trim().toLowerCase();
  const meant = workers.filter(({ code, jobRole }) => code.toLowerCase() === word || jobRole.toLowerCase() === word);
  const rates = meant.flatMap((worker) => rateOn(worker, pricedOn) ?? []);
  if (meant.length === 0) {
    problems.push({ at: cell.at, kind: 'unknown-code', subject: 'employee or role', typed: cell.typed.trim() });
    return undefined;
  }
  if (rates.length === 0) {
    problems.push({ at: cell.at, kind: 'no-rate-to-price', who: cell.typed.trim(), day: pricedOn });
    return undefined;
  }
  return rate(
    roundedQuotient(
      rates.reduce((sum, each) => sum + each, 0),
      1,
      rates.length,
    ),
  );
}

function readRule({ row, place, usual }: PlacedRow, problems: Problem[]): PriceRule | undefined {
  const cell = (column: EstimateColumn) => ({ typed: row[column], at: `rows/${place}/${column}` });
  const typed = (column: EstimateColumn): boolean => row[column].trim() !== '';
  if (typed('markup')) {
    const share = readShare(cell('markup'), problems);
    return share === null ? undefined : { kind: 'markup', share };
  }
  if (typed('markupAmount')) {
    const amount = readMoney(cell('markupAmount'), problems);
    return amount === undefined ? undefined : { kind: 'markupAmount', amount };
  }
  if (typed('unitPrice')) {
    const scaled = readNumber(cell('unitPrice'), 4, problems);
    if (!isFilled(cell('quantity'), 'the quantity', problems) || scaled === undefined) return undefined;
    return { kind: 'unitPrice', rate: rate(scaled) };
  }
  if (typed('price')) {
    const price = readMoney(cell('price'), problems);
    return price === undefined ? undefined : { kind: 'price', price };
  }
  return usual === null ? { kind: 'none' } : { kind: 'markup', share: usual };
}

/** A percent as a share; null where none is typed or it cannot be read. */
function readShare(cell: { readonly typed: string; readonly at: string }, problems: Problem[]): Ratio | null {
  if (cell.typed.trim() === '') return null;
  const scaled = readNumber(cell, 4, problems);
  return scaled === undefined ? null : ratio(scaled, 1_000_000);
}
