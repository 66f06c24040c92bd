import type { BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { FORECAST_METHODS } from '@lowtide/core/forecast/forecast-estimate.ts';
import type { CopiedRow, ForecastLine, ForecastRow } from '@lowtide/core/forecast/forecast-sheet.ts';
import { understoodNumber } from '@lowtide/core/documents/understood-cell.ts';
import { cents, difference, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { hasEnded } from '@lowtide/core/progress/stage.ts';
import type { Answer } from '../../api/books-api.ts';
import type { CellMark, GridColumn, GridRow } from '../../entry/grid/grid-edits.ts';
import { named } from '../../entry/grid/pick-suggestions.ts';
import type { Suggestion } from '../../entry/grid/SuggestionList.tsx';

export type Sheet = Answer<'forecast'>;

const COLUMNS: readonly GridColumn[] = [
  { id: 'code', head: 'Code', width: '8%', readOnly: true },
  { id: 'name', head: 'Cost code', width: '11%', readOnly: true },
  { id: 'budget', head: 'Budget', width: '9.5%', figures: true, readOnly: true },
  { id: 'changes', head: 'Changes', width: '8%', figures: true, readOnly: true },
  { id: 'actual', head: 'Actual', width: '9.5%', figures: true, readOnly: true },
  { id: 'committed', head: 'Committed', width: '8.5%', figures: true, readOnly: true },
  { id: 'method', head: 'Method', width: '10%' },
  { id: 'input', head: 'Done, or to come', width: '9.5%', figures: true },
  { id: 'estimate', head: 'EAC', width: '10%', figures: true, readOnly: true },
  { id: 'variance', head: 'Variance', width: '9%', figures: true, readOnly: true },
  { id: 'reason', head: 'Reason', width: '9%' },
];

/** The columns of the sheet; books as once known are only to be read. */
export function forecastColumns(isReadOnly: boolean): readonly GridColumn[] {
  return COLUMNS.map((column) => ({ ...column, readOnly: column.readOnly === true || isReadOnly }));
}

/**
 * The rows of the sheet, line by line as it has them now: what was typed, and the forecast that counts where nothing was. Lines may
 * have come since it was typed.
 */
export function forecastRows({ lines }: Sheet, typed: readonly ForecastRow[] = []): readonly ForecastRow[] {
  const known = new Map(typed.map((row) => [row.line, row]));
  return lines.map(({ line, method, input, reason }) => known.get(line) ?? { line, method, input, reason });
}

/** The rows that were told for the month, while they wait or were sent back. */
export function toldRows({ asked: of }: Sheet): readonly ForecastRow[] | undefined {
  return of?.state === 'told' || of?.state === 'sent back' ? of.told?.rows : undefined;
}

/** The rows as they were copied from the forecast that counts. */
export function copiedRows({ lines }: Sheet): readonly CopiedRow[] {
  return lines.map(({ line, method, input, reason, estimateCents }) => ({
    ...{ line, method, input, reason, estimate: estimateCents },
  }));
}

/** The lines as the core reads forecasts. */
export function budgetRows({ lines, position: { stage } }: Sheet): readonly BudgetRow[] {
  return lines.map(({ coding, budgeted, originalCents, changesCents, units, actual, committed, isZeroMargin }) => ({
    coding,
    budget: budgeted ? { original: originalCents, changes: changesCents, price: cents(0), units } : null,
    actual: actual.amountCents,
    committed: committed.amountCents,
    forecast: null,
    ended: hasEnded(stage),
    isZeroMargin,
  }));
}

/** Rows of the grid: what stands in the books beside what is typed and what that comes to. */
export function gridRows(
  { lines }: Sheet,
  typed: readonly ForecastRow[],
  read: readonly ForecastLine[],
): readonly GridRow[] {
  const rows = new Map(typed.map((row) => [row.line, row]));
  const estimates = new Map(read.map((line) => [codingKey(line.coding), line.estimate]));
  return lines.map((line) => {
    const revised = cents(line.originalCents + line.changesCents);
    const estimate = estimates.get(line.line) ?? revised;
    const row = rows.get(line.line);
    return {
      ...{ code: line.code, name: line.name, budget: dollars(line.originalCents), changes: amount(line.changesCents) },
      actual: dollars(line.actual.amountCents),
      committed: amount(line.committed.amountCents),
      ...{ method: row?.method ?? 'budget', input: row?.input ?? '', reason: row?.reason ?? '' },
      unit: line.units.kind === 'of' ? line.units.unit : '',
      ...{ estimate: dollars(estimate), variance: amount(difference(revised, estimate)) },
    };
  });
}

const amount = (value: Cents): string => (value === 0 ? '' : dollars(value));

/** What was typed, out of the rows of the grid. */
export function typedRows({ lines }: Sheet, rows: readonly GridRow[]): readonly ForecastRow[] {
  return lines.map(({ line }, index) => {
    const { method = '', input = '', reason = '' } = rows[index] ?? {};
    return { line, method, input, reason };
  });
}

const ASKS: Readonly<Record<string, string>> = {
  budget: 'the larger of budget and actual + committed',
  'run rate': 'actual ÷ percent of the work done',
  units: 'actual ÷ units done × units in all',
  'units at budget': 'actual, and the units left at their budgeted cost',
  'to complete': 'actual, and the remaining cost',
};

export function methodSuggestions(typed: string): readonly Suggestion[] {
  return named(
    FORECAST_METHODS.map((code) => ({ code, name: ASKS[code] ?? '' })),
    'method',
    typed,
  );
}

/** What the input of a method is, where none is typed. */
export function asked({ lines }: Sheet, row: number, method: string): Readonly<Record<string, string>> {
  const units = lines[row]?.units;
  const ofUnits = units?.kind === 'of' ? `of ${tenThousandths(units.quantity)} ${units.unit}` : 'no units to count';
  const inputs: Readonly<Record<string, string>> = {
    'run rate': '% done',
    units: ofUnits,
    'units at budget': ofUnits,
    'to complete': 'remaining',
  };
  const input = inputs[method.trim().toLowerCase()];
  return input === undefined ? {} : { input };
}

/** What an input was understood as, with its unit: a percent, units, or money. */
export function understoodForecast(row: GridRow, column: string): { readonly text: string | undefined } | undefined {
  const { method = '', input = '', unit = '' } = row;
  if (column !== 'input') return undefined;
  switch (method.trim().toLowerCase()) {
    case 'run rate':
      return { text: withUnit(understoodNumber(input, 4), '%') };
    case 'units':
    case 'units at budget':
      return { text: withUnit(understoodNumber(input, 4), unit) };
    default:
      return { text: understoodNumber(input, 2) };
  }
}

function withUnit(number: string | undefined, unit: string): string | undefined {
  return number === undefined ? undefined : `${number} ${unit}`.trim();
}

interface Remark {
  readonly at: string;
  readonly message: string;
}

/** What is wrong with a cell, or worth a look. */
export function cellMarks(
  problems: readonly Remark[],
  warnings: readonly Remark[] = [],
): ReadonlyMap<string, CellMark> {
  const marks = (remarks: readonly Remark[], tone: CellMark['tone']) =>
    remarks.map(({ at, message }): [string, CellMark] => [at.replace(/^rows\//, ''), { tone, message }]);
  return new Map([...marks(warnings, 'warning'), ...marks(problems, 'trouble')]);
}
