import {
  BLANK_ROW,
  isHeading,
  type EstimateColumn,
  type EstimateSheet,
} from '@lowtide/core/estimate/estimate-sheet.ts';
import { understoodNumber } from '@lowtide/core/documents/understood-cell.ts';
import type { EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import type { GridColumn, GridRow } from '../../entry/grid/grid-edits.ts';
import { costTypeSuggestions, matching, named } from '../../entry/grid/pick-suggestions.ts';
import type { Suggestion } from '../../entry/grid/SuggestionList.tsx';

const COLUMNS: readonly (GridColumn & { readonly id: EstimateColumn })[] = [
  { id: 'section', head: 'Section', width: '12%' },
  { id: 'code', head: 'Code', width: '7%' },
  { id: 'costType', head: 'Type', width: '8%' },
  { id: 'text', head: 'What it is', width: '14.5%' },
  { id: 'quantity', head: 'Quantity', width: '5.5%', figures: true },
  { id: 'unit', head: 'Unit', width: '4.5%' },
  { id: 'unitCost', head: 'Unit cost', width: '6.5%', figures: true },
  { id: 'cost', head: 'Cost', width: '8.5%', figures: true },
  { id: 'markup', head: 'Markup %', width: '5.5%', figures: true },
  { id: 'markupAmount', head: 'Markup', width: '8%', figures: true },
  { id: 'unitPrice', head: 'Unit price', width: '7.5%', figures: true },
  { id: 'price', head: 'Price', width: '8.5%', figures: true },
  { id: 'note', head: 'Note', width: '4%' },
];

/** The columns of the sheet; of a decided one nothing can be typed any more. */
export function estimateColumns(isDecided: boolean): readonly GridColumn[] {
  return COLUMNS.map((column) => ({ ...column, readOnly: isDecided }));
}

/** What a cell of the sheet offers. */
export function estimateSuggestions(
  column: string,
  typed: string,
  { sheet, basis }: { readonly sheet: EstimateSheet; readonly basis: EstimateBasis },
): readonly Suggestion[] {
  switch (column) {
    case 'section':
      return sectionSuggestions(sheet, typed);
    case 'code':
      return codeSuggestions(basis, typed);
    case 'costType':
      return costTypeSuggestions(typed);
    case 'unitCost':
      return /^[a-z]/i.test(typed.trim()) ? workerSuggestions(basis, typed) : [];
    default:
      return [];
  }
}

function sectionSuggestions(sheet: EstimateSheet, typed: string): readonly Suggestion[] {
  if (typed.trim() === '') return [];
  const sections = [...new Set(sheet.rows.map(({ section }) => section.trim()))];
  const others = sections.filter((section) => section !== '' && section !== typed.trim());
  return named(
    others.map((code) => ({ code, name: '' })),
    'section',
    typed,
  );
}

/** Cost codes as they are, and within the phase that is typed: `P1/`. */
function codeSuggestions({ project, costCodes }: EstimateBasis, typed: string): readonly Suggestion[] {
  const [first = '', second] = typed.split('/');
  const phase = second === undefined ? undefined : project.phases.find(({ code }) => code === first.trim());
  const prefix = phase ? `${phase.code}/` : '';
  return matching(
    costCodes.filter(({ costType }) => costType !== null),
    second ?? first,
  ).map(({ code, name, costType }) => ({
    code: `${prefix}${code}`,
    name,
    hint: costType ?? '',
    patch: { code: `${prefix}${code}` },
  }));
}

/** Roles first, each costed at the average of those who work as it; then people. */
function workerSuggestions({ workers }: EstimateBasis, typed: string): readonly Suggestion[] {
  const roles = [...new Set(workers.map(({ jobRole }) => jobRole).filter((role) => role !== ''))];
  const all = [...roles.map((code) => ({ code, name: 'an hour, on average' })), ...workers];
  return named(all, 'unitCost', typed).map((each) => ({ ...each, patch: { ...each.patch, unit: 'h' } }));
}

const DECIMALS: { readonly [C in EstimateColumn]?: 2 | 4 } = {
  ...{ quantity: 4, unitCost: 4, markup: 4, unitPrice: 4 },
  ...{ cost: 2, markupAmount: 2, price: 2 },
};

/** What a figure of a row was understood as. */
export function understoodEstimate(row: GridRow, column: string): { readonly text: string | undefined } | undefined {
  const decimals = DECIMALS[column as EstimateColumn];
  return decimals === undefined ? undefined : { text: understoodNumber(row[column] ?? '', decimals) };
}

/** Rows that only name a section. */
export function isHeadingRow(row: GridRow): boolean {
  return isHeading({ ...BLANK_ROW, ...row });
}
