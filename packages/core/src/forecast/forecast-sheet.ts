import { budgetFigures, revisedBudget, type BudgetRow } from '../budget/budget-against-actual.ts';
import { moneyIn, numberIn, quantityIn, required, textIn, withinBooks, type Cell } from '../cells/cell.ts';
import { type Coding, codingKey } from '../ledger/dimensions.ts';
import type { PhaseId } from '../ledger/ids.ts';
import { cents, difference, sum, type Cents } from '../money/cents.ts';
import { plainDollars } from '../money/dollars.ts';
import { millionthsOf, MILLIONTHS } from '../money/ratio.ts';
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
import type { Problem, Warning } from '../problems/problem.ts';
import {
  FORECAST_METHODS,
  forecastEstimate,
  type ForecastBasis,
  type ForecastMethod,
  type ForecastRule,
} from './forecast-estimate.ts';

/** One line's forecast as typed. `input`: percent done, units done, or what is still to come, as the method asks. */
export interface ForecastRow {
  /** `codingKey` of its line. */
  readonly line: string;
  readonly method: string;
  readonly input: string;
  readonly reason: string;
}

/** A row of the next forecast as it is copied from the latest one, and what its line comes to while nobody touches it. */
export interface CopiedRow extends ForecastRow {
  readonly estimate: Cents;
}

export interface ForecastLine {
  readonly coding: Coding;
  readonly method: ForecastMethod;
  readonly input: string;
  readonly reason: string;
  readonly estimate: Cents;
  /** The revised budget and the cost it was made on. */
  readonly revised: Cents;
  readonly actual: Cents;
}

export interface ReadForecast {
  /** One per line of the project; a line whose row cannot be read is forecast by its budget meanwhile. */
  readonly lines: readonly ForecastLine[];
  readonly estimate: Cents;
  /** Of it, the lines carried at zero margin. */
  readonly zeroMargin: Cents;
  /** The same of each phase. */
  readonly phases: readonly PhaseForecast[];
  readonly problems: readonly Problem[];
  /** Lines forecast below what they have cost, or what is ordered for them beside that. */
  readonly warnings: readonly Warning[];
}

export interface PhaseForecast {
  readonly phase: PhaseId;
  readonly estimate: Cents;
  readonly zeroMargin: Cents;
}

const MOST_REASON = 200;

/**
 * A project's lines with what was typed for them; lines nobody typed anything for are forecast by their budget, and lines left as they
 * were copied keep what they come to: a forecast that nobody touched moves nothing. By budget is a rule, worked out anew.
 */
export function readForecast(
  rows: readonly ForecastRow[],
  budget: readonly BudgetRow[],
  copied: readonly CopiedRow[] = [],
): ReadForecast {
  const known = new Set(budget.map(({ coding }) => codingKey(coding)));
  const placed = rows.map((row, place) => ({ row, at: `rows/${place}` }));
  const typed = new Map(placed.map((each) => [each.row.line, each]));
  const read = budget.map((line) => {
    const own = typed.get(codingKey(line.coding));
    const kept = copied.find((each) => each.line === own?.row.line && isUntouched(own.row, each));
    return { line, own, forecast: readRow(own, kept, lineBasis(line)) };
  });
  const lines = read.map(({ line, own, forecast }): ForecastLine => {
    const basis = lineBasis(line);
    const { method, reason, estimate } = forecast.ok ? forecast.value : byBudget(basis);
    return {
      ...{ coding: line.coding, method, reason, estimate },
      input: method === 'budget' ? '' : (own?.row.input.trim() ?? ''),
      revised: basis.revised,
      actual: basis.actual,
    };
  });
  return {
    lines,
    estimate: sum(lines.map(({ estimate }) => estimate)),
    zeroMargin: sum(lines.filter((_, place) => budget[place]?.isZeroMargin).map(({ estimate }) => estimate)),
    phases: byPhase(lines, budget),
    problems: [
      ...read.flatMap(({ forecast }) => problemsOf(forecast)),
      ...placed.filter(({ row }) => !known.has(row.line)).map(({ row, at }) => unknownLine(row, at)),
    ],
    warnings: read.flatMap(({ line, own }, place) => belowCost(line, lines[place]?.estimate, own?.at ?? 'rows')),
  };
}

function byPhase(lines: readonly ForecastLine[], budget: readonly BudgetRow[]): readonly PhaseForecast[] {
  const sums = new Map<PhaseId, { estimate: number; zeroMargin: number }>();
  for (const [place, { coding, estimate }] of lines.entries()) {
    if (coding.phase === null) continue;
    const of = sums.get(coding.phase) ?? { estimate: 0, zeroMargin: 0 };
    const atZeroMargin = budget[place]?.isZeroMargin ? estimate : 0;
    sums.set(coding.phase, { estimate: of.estimate + estimate, zeroMargin: of.zeroMargin + atZeroMargin });
  }
  return [...sums].map(([phase, of]) => ({
    ...{ phase, estimate: cents(of.estimate), zeroMargin: cents(of.zeroMargin) },
  }));
}

function unknownLine({ line }: ForecastRow, at: string): Problem {
  return { at: `${at}/line`, kind: 'unknown-code', subject: 'budget line', typed: line };
}

function belowCost(
  { actual: cost, committed }: BudgetRow,
  estimate: Cents | undefined,
  at: string,
): readonly Warning[] {
  return estimate !== undefined && estimate < cost + committed
    ? [{ at: `${at}/input`, kind: 'forecast-below-cost', cost, committed, estimate }]
    : [];
}

interface ReadRow {
  readonly method: ForecastMethod;
  readonly reason: string;
  readonly estimate: Cents;
}

function byBudget(basis: ForecastBasis, reason = ''): ReadRow {
  return { method: 'budget', reason, estimate: forecastEstimate({ method: 'budget' }, basis) };
}

/** Whether a row stands as it was copied, and by no rule that is worked out anew; its reason may be another. */
function isUntouched(row: ForecastRow, copied: CopiedRow): boolean {
  return (
    copied.method !== 'budget' &&
    row.method.trim().toLowerCase() === copied.method &&
    row.input.trim() === copied.input.trim()
  );
}

function readRow(
  own: { readonly row: ForecastRow; readonly at: string } | undefined,
  kept: CopiedRow | undefined,
  basis: ForecastBasis,
): Decision<ReadRow> {
  if (own === undefined) return accepted(byBudget(basis));
  if (kept === undefined) return rowIn(own.row, own.at, basis);
  const method = FORECAST_METHODS.find((each) => each === kept.method) ?? 'budget';
  return mapped(reasonIn(own.row, own.at), (reason) => ({ method, reason, estimate: kept.estimate }));
}

const INPUTS = {
  'run rate': 'the percent done',
  units: 'the units done',
  'units at budget': 'the units done',
  'to complete': 'the cost still to come',
} as const;

/** The row's rule: what its method asks for is typed and readable, and any method but the budget says why. */
function rowIn(row: ForecastRow, at: string, basis: ForecastBasis): Decision<ReadRow> {
  const { method: typed, input } = row;
  const word = typed.trim().toLowerCase();
  const method = word === '' ? 'budget' : FORECAST_METHODS.find((each) => each === word);
  if (method === undefined) {
    return refused({ at: `${at}/method`, kind: 'not-a-choice', typed, choices: FORECAST_METHODS });
  }
  if (method === 'budget') {
    return mapped(textIn({ typed: row.reason, at: `${at}/reason` }, 'the reason', MOST_REASON), (text) =>
      byBudget(basis, text),
    );
  }
  const rule = required({ typed: input, at: `${at}/input` }, INPUTS[method], (cell) =>
    following(ruleIn(method, cell, basis), (read) =>
      mapped(withinBooks(cell, Math.trunc(unboundedEstimate(read, basis))), () => read),
    ),
  );
  return mapped(gathered({ rule, reason: reasonIn(row, at) }), (read) => ({
    ...{ method, reason: read.reason, estimate: forecastEstimate(read.rule, basis) },
  }));
}

/** Why a line is not forecast by its budget. */
function reasonIn({ reason }: ForecastRow, at: string): Decision<string> {
  const why = textIn({ typed: reason, at: `${at}/reason` }, 'the reason', MOST_REASON);
  return following(why, (text) =>
    unless(text === '' ? [{ at: `${at}/reason`, kind: 'reason-needed' as const }] : [], text),
  );
}

/** What the rule would come to, as far as a number can tell: at most a little beyond what the books hold. */
function unboundedEstimate(rule: ForecastRule, { actual, units }: ForecastBasis): number {
  if (rule.method === 'run rate') return (actual * rule.done.denominator) / rule.done.numerator;
  if (rule.method === 'to complete') return actual + rule.toComplete;
  const all = units.kind === 'of' ? units.quantity : 0;
  return rule.method === 'units' && rule.done > 0 && all > rule.done ? (actual * all) / rule.done : 0;
}

function ruleIn(
  method: Exclude<ForecastMethod, 'budget'>,
  cell: Cell,
  { actual, units }: ForecastBasis,
): Decision<ForecastRule> {
  const { at } = cell;
  switch (method) {
    case 'run rate':
      if (actual <= 0) return refused({ at, kind: 'no-cost-to-go-by' });
      return following(numberIn(cell, 4), (millionths) =>
        millionths > 0 && millionths <= MILLIONTHS
          ? accepted({ method, done: millionthsOf(millionths) })
          : refused({ at, kind: 'number-outside', field: 'the percent done', least: '0.0001', most: '100' }),
      );
    case 'units':
    case 'units at budget':
      if (units.kind !== 'of') return refused({ at, kind: 'no-units', mixed: units.kind === 'mixed' });
      return following(quantityIn(cell), (done) =>
        done > 0 || (done === 0 && method === 'units at budget')
          ? accepted({ method, done })
          : refused({ at, kind: 'number-not-positive', field: 'the units done' }),
      );
    case 'to complete':
      return mapped(moneyIn(cell), (toComplete) => ({ method, toComplete }));
  }
}

/**
 * The rows of the next forecast: those of the latest one, each with what its line comes to as it stands. What was still to come is what is
 * left of it; percents and units done are kept, to be brought up to date.
 */
export function copiedForecast(latest: readonly ForecastLine[], budget: readonly BudgetRow[]): readonly CopiedRow[] {
  const known = new Map(latest.map((line) => [codingKey(line.coding), line]));
  return budget.map((row) => {
    const line = codingKey(row.coding);
    const { estimate } = budgetFigures(row);
    const { method = 'budget', input = '', reason = '' } = known.get(line) ?? {};
    if (method !== 'to complete') return { line, method, input, reason, estimate };
    return { line, method, input: plainDollars(difference(estimate, row.actual)), reason, estimate };
  });
}

/** What a line's forecast is made on. */
function lineBasis({ budget, actual, committed }: Pick<BudgetRow, 'budget' | 'actual' | 'committed'>): ForecastBasis {
  return { revised: revisedBudget(budget), actual, committed, units: budget?.units ?? { kind: 'none' } };
}
