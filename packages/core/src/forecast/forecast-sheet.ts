import { budgetFigures, codingKey, lineBasis, type BudgetRow } from '../budget/budget-against-actual.ts';
import { isFilled, readMoney, readNumber, readQuantity } from '../entry/cells.ts';
import type { Coding } from '../ledger/journal-entry.ts';
import { difference, sum, type Cents } from '../money/cents.ts';
import { plainDollars } from '../money/dollars.ts';
import { ratio } from '../money/ratio.ts';
import type { Problem } from '../problems/problem.ts';
import { FORECAST_METHODS, forecastEstimate, type ForecastMethod, type ForecastRule } from './forecast-estimate.ts';

/** One line's forecast as typed. `input`: percent done, units done, or what is still to come, as the method asks. */
export interface ForecastRow {
  /** `codingKey` of its line. */
  readonly line: string;
  readonly method: string;
  readonly input: string;
  readonly reason: string;
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
  readonly problems: readonly Problem[];
}

const MOST_REASON = 200;

/** A project's lines with what was typed for them; lines nobody typed anything for are forecast by their budget. */
export function readForecast(rows: readonly ForecastRow[], budget: readonly BudgetRow[]): ReadForecast {
  const problems: Problem[] = [];
  const typed = new Map(rows.map((row, place) => [row.line, { row, place }]));
  const lines = budget.map((line): ForecastLine => {
    const own = typed.get(codingKey(line.coding));
    const rule = (own && readRule(own.row, `rows/${own.place}`, problems)) ?? { method: 'budget' as const };
    const basis = lineBasis(line);
    return {
      coding: line.coding,
      method: rule.method,
      input: rule.method === 'budget' ? '' : (own?.row.input.trim() ?? ''),
      reason: own?.row.reason.trim() ?? '',
      estimate: forecastEstimate(rule, basis),
      revised: basis.revised,
      actual: basis.actual,
    };
  });
  return { lines, estimate: sum(lines.map(({ estimate }) => estimate)), problems };
}

const INPUTS = {
  'run rate': 'the percent done',
  units: 'the units done',
  'units at budget': 'the units done',
  'to complete': 'the cost still to come',
} as const;

function readRule(
  { method: typed, input, reason }: ForecastRow,
  at: string,
  problems: Problem[],
): ForecastRule | undefined {
  const word = typed.trim().toLowerCase();
  const method = word === '' ? 'budget' : FORECAST_METHODS.find((each) => each === word);
  if (method === undefined) {
    problems.push({ at: `${at}/method`, kind: 'not-a-choice', typed, choices: FORECAST_METHODS });
    return undefined;
  }
  if (reason.length > MOST_REASON)
    problems.push({ at: `${at}/reason`, kind: 'too-long', field: 'the reason', most: MOST_REASON });
  if (method === 'budget') return { method };
  const cell = { typed: input, at: `${at}/input` };
  if (!isFilled(cell, INPUTS[method], problems)) return undefined;
  if (reason.trim() === '') problems.push({ at: `${at}/reason`, kind: 'reason-needed' });
  return readInput(method, cell, problems);
}

function readInput(
  method: Exclude<ForecastMethod, 'budget'>,
  cell: { readonly typed: string; readonly at: string },
  problems: Problem[],
): ForecastRule | undefined {
  switch (method) {
    case 'run rate': {
      const millionths = readNumber(cell, 4, problems);
      if (millionths === undefined) return undefined;
      if (millionths > 0 && millionths <= 1_000_000) return { method, done: ratio(millionths, 1_000_000) };
      problems.push({ at: cell.at, kind: 'number-outside', field: 'the percent done', least: '0.0001', most: '100' });
      return undefined;
    }
    case 'units':
    case 'units at budget': {
      const done = readQuantity(cell, problems);
      if (done === undefined) return undefined;
      if (done > 0 || (done === 0 && method === 'units at budget')) return { method, done };
      problems.push({ at: cell.at, kind: 'number-not-positive', field: 'the units done' });
      return undefined;
    }
    case 'to complete': {
      const toComplete = readMoney(cell, problems);
      return toComplete === undefined ? undefined : { method, toComplete };
    }
  }
}

/**
 * The rows of the next forecast: those of the latest one. What was still to come is what is left of it, so that a copy comes to the
 * same estimate, with what was approved since; percents and units done are kept, to be brought up to date.
 */
export function copiedForecast(latest: readonly ForecastLine[], budget: readonly BudgetRow[]): readonly ForecastRow[] {
  const known = new Map(latest.map((line) => [codingKey(line.coding), line]));
  return budget.map((row) => {
    const line = codingKey(row.coding);
    const { method = 'budget', input = '', reason = '' } = known.get(line) ?? {};
    if (method !== 'to complete') return { line, method, input, reason };
    const left = difference(budgetFigures(row).estimate, row.actual);
    return { line, method, input: plainDollars(left), reason };
  });
}
