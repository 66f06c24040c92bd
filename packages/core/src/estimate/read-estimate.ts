import {
  filled,
  ifFilled,
  isEmpty,
  moneyIn,
  quantityIn,
  rateIn,
  textIn,
  withinBooks,
  numberIn,
  type Cell,
} from '../cells/cell.ts';
import type { CostCode, Employee } from '../documents/catalog.ts';
import { plannedCodingIn, type CodedPhase } from '../documents/coding.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import type { CostType } from '../ledger/cost-type.ts';
import type { Coding } from '../ledger/dimensions.ts';
import type { Project } from '../ledger/project.ts';
import { cents, MOST_SUM, type Cents } from '../money/cents.ts';
import { quantity, rate, unboundedExtension, type Quantity, type Rate } from '../money/quantity.ts';
import { roundedQuotient, type Ratio, millionthsOf } from '../money/ratio.ts';
import {
  accepted,
  following,
  gathered,
  mapped,
  problemsOf,
  refused,
  unless,
  type Decision,
} from '../problems/decision.ts';
import type { Problem } from '../problems/problem.ts';
import { rateOn, type EffectiveRate } from '../rates/rate-on.ts';
import {
  isBlankLine,
  isHeading,
  RIVALS,
  type EstimateColumn,
  type EstimateRow,
  type EstimateSheet,
} from './estimate-sheet.ts';
import { perUnit, spread, unboundedPrice, type PriceRule, type Spread } from './line-price.ts';

/** An employee as estimates use them, with what an hour of theirs costs. */
export interface Worker extends Omit<Employee, 'usualHours'> {
  /** Loaded cost rates of a regular hour, any order. */
  readonly rates: readonly EffectiveRate[];
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
  const usual = shareIn({ typed: sheet.usualMarkup, at: 'usualMarkup' });
  const lines: Decision<EstimateLine>[] = [];
  let section = '';
  sheet.rows.forEach((row, place) => {
    if (isBlankLine(row)) return;
    if (row.section.trim() !== '') section = row.section.trim();
    if (isHeading(row)) return;
    lines.push(lineIn({ row, place, section, usual: usual.ok ? usual.value : null }, basis));
  });
  const read = lines.flatMap((line) => (line.ok ? [line.value] : []));
  const most = read.reduce((total, { cost, price }) => total + Math.abs(cost) + Math.abs(price), 0);
  const tooLarge: readonly Problem[] =
    most > MOST_SUM ? [{ at: 'rows', kind: 'sum-too-large', of: 'the lines of the estimate' }] : [];
  return {
    lines: tooLarge.length > 0 ? [] : read,
    problems: [...problemsOf(usual), ...lines.flatMap(problemsOf), ...tooLarge],
  };
}

interface PlacedRow {
  readonly row: EstimateRow;
  readonly place: number;
  readonly section: string;
  readonly usual: Ratio | null;
}

const MOST = { section: 60, text: 200, unit: 12, note: 500 } as const;

const cellOf = ({ row, place }: PlacedRow, column: EstimateColumn): Cell => ({
  typed: row[column],
  at: `rows/${place}/${column}`,
});

/** The line, or what of it cannot be read. */
function lineIn(placed: PlacedRow, basis: EstimateBasis): Decision<EstimateLine> {
  const { row, place, section } = placed;
  const text = (column: keyof typeof MOST) => textIn(cellOf(placed, column), `the ${column}`, MOST[column]);
  const units = ifFilled(cellOf(placed, 'quantity'), quantity(0), quantityIn);
  const parts = gathered({
    ...{ section: text('section'), text: text('text'), unit: text('unit'), note: text('note') },
    rivals: unless(rivalProblems(placed), null),
    code: plannedCodingIn(basis.project, { row, at: `rows/${place}` }, basis.costCodes),
    units,
    costs: costIn(placed, units.ok ? units.value : quantity(0), basis),
    rule: ruleIn(placed),
  });
  return following(parts, (read) =>
    mapped(priceIn(placed, read.rule, read), (price) => ({
      ...spread(read.costs.cost, price),
      ...{ place, section, coding: read.code.coding, costType: read.code.costType, text: read.text },
      ...{ quantity: read.units, unit: read.unit, unitCost: read.costs.unitCost },
      ...{ unitPrice: perUnit(price, read.units), rule: read.rule },
    })),
  );
}

/** Of columns of which one rules, two are typed: nobody knows which was meant. */
function rivalProblems(placed: PlacedRow): readonly Problem[] {
  return RIVALS.flatMap((rivals): readonly Problem[] => {
    const typed = rivals.filter((column) => placed.row[column].trim() !== '');
    const last = typed.at(-1);
    return typed.length > 1 && last ? [{ at: cellOf(placed, last).at, kind: 'two-rule', columns: typed }] : [];
  });
}

interface LineCost {
  readonly cost: Cents;
  readonly unitCost: Rate | null;
}

function costIn(placed: PlacedRow, units: Quantity, basis: EstimateBasis): Decision<LineCost> {
  const cost = cellOf(placed, 'cost');
  if (!isEmpty(cost)) return mapped(moneyIn(cost), (amount) => ({ cost: amount, unitCost: perUnit(amount, units) }));
  const unitCost = cellOf(placed, 'unitCost');
  if (isEmpty(unitCost)) return accepted({ cost: cents(0), unitCost: null });
  const parts = gathered({
    unitCost: unitCostIn(unitCost, basis),
    quantity: filled(cellOf(placed, 'quantity'), 'the quantity'),
  });
  return following(parts, (read) =>
    mapped(withinBooks(unitCost, unboundedExtension(units, read.unitCost)), (amount) => ({
      cost: amount,
      unitCost: read.unitCost,
    })),
  );
}

/** A number, or an hour of somebody: of one employee, or the average of those who work as something, on the day of pricing. */
function unitCostIn(cell: Cell, { workers, pricedOn }: EstimateBasis): Decision<Rate> {
  if (!/^[a-z]/i.test(cell.typed.trim())) return rateIn(cell);
  const typed = cell.typed.trim();
  const word = typed.toLowerCase();
  const meant = workers.filter(({ code, jobRole }) => code.toLowerCase() === word || jobRole.toLowerCase() === word);
  if (meant.length === 0) return refused({ at: cell.at, kind: 'unknown-code', subject: 'employee or role', typed });
  const rates = meant.flatMap((worker) => rateOn(worker.rates, pricedOn) ?? []);
  if (rates.length === 0) return refused({ at: cell.at, kind: 'no-rate-to-price', who: typed, day: pricedOn });
  const total = rates.reduce((sum, each) => sum + each, 0);
  return accepted(rate(roundedQuotient(total, 1, rates.length)));
}

function ruleIn(placed: PlacedRow): Decision<PriceRule> {
  const cell = (column: EstimateColumn): Cell => cellOf(placed, column);
  const typed = (column: EstimateColumn): boolean => !isEmpty(cell(column));
  if (typed('markup')) return mapped(markupIn(cell('markup')), (share) => ({ kind: 'markup', share }));
  if (typed('markupAmount'))
    return mapped(moneyIn(cell('markupAmount')), (amount) => ({ kind: 'markupAmount', amount }));
  if (typed('unitPrice')) {
    const parts = gathered({ quantity: filled(cell('quantity'), 'the quantity'), rate: rateIn(cell('unitPrice')) });
    return mapped(parts, (read) => ({ kind: 'unitPrice', rate: read.rate }));
  }
  if (typed('price')) return mapped(moneyIn(cell('price')), (price) => ({ kind: 'price', price }));
  return accepted(placed.usual === null ? { kind: 'none' } : { kind: 'markup', share: placed.usual });
}

/** What the line is priced at, where the books hold so much. */
function priceIn(
  placed: PlacedRow,
  rule: PriceRule,
  { costs, units }: { readonly costs: LineCost; readonly units: Quantity },
): Decision<Cents> {
  const column = rule.kind === 'none' ? 'price' : rule.kind;
  return withinBooks(cellOf(placed, column), unboundedPrice(rule, costs.cost, units));
}

function markupIn(cell: Cell): Decision<Ratio> {
  return mapped(numberIn(cell, 4), (millionths) => millionthsOf(millionths));
}

/** A percent as a share; null where none is typed. */
function shareIn(cell: Cell): Decision<Ratio | null> {
  return ifFilled(cell, null, markupIn);
}
