/**
 * The columns of a row. `code`: cost code or `phase/cost code`; `unitCost`: a number, or whose hour it is: an employee, or a role
 * people work as; `markup`: percent of cost; `markupAmount`: for the whole line.
 */
export const ESTIMATE_COLUMNS = [
  ...(['section', 'code', 'costType', 'text', 'quantity', 'unit', 'unitCost', 'cost'] as const),
  ...(['markup', 'markupAmount', 'unitPrice', 'price', 'note'] as const),
] as const;
export type EstimateColumn = (typeof ESTIMATE_COLUMNS)[number];

/** One row of an estimate, as typed. A row without a section goes on with the section above it. */
export type EstimateRow = Readonly<Record<EstimateColumn, string>>;

export interface EstimateSheet {
  /** Markup percent of lines whose price nothing else rules; empty for none. */
  readonly usualMarkup: string;
  readonly rows: readonly EstimateRow[];
}

export const BLANK_ROW: EstimateRow = {
  ...{ section: '', code: '', costType: '', text: '', quantity: '', unit: '', unitCost: '' },
  ...{ cost: '', markup: '', markupAmount: '', unitPrice: '', price: '', note: '' },
};

/** Columns of which one rules and the others follow. */
export const RIVALS = [
  ['unitCost', 'cost'],
  ['markup', 'markupAmount', 'unitPrice', 'price'],
] as const satisfies readonly (readonly EstimateColumn[])[];

/**
 * The row after the named columns were typed, the last one last: of rivals the last one typed rules, and the others are emptied so
 * that they follow. Emptying a column makes no other one rule.
 */
export function ruledRow(row: EstimateRow, typed: readonly EstimateColumn[]): EstimateRow {
  const emptied = RIVALS.flatMap((rivals: readonly EstimateColumn[]) => {
    const ruling = typed.findLast((column) => rivals.includes(column) && row[column].trim() !== '');
    return ruling === undefined ? [] : rivals.filter((column) => column !== ruling);
  });
  if (emptied.length === 0) return row;
  return { ...row, ...Object.fromEntries(emptied.map((column) => [column, ''])) };
}

export function isBlankLine(row: EstimateRow): boolean {
  return ESTIMATE_COLUMNS.every((column) => row[column].trim() === '');
}

/** Only a section's name: a heading. */
export function isHeading(row: EstimateRow): boolean {
  return (
    row.section.trim() !== '' && ESTIMATE_COLUMNS.every((column) => column === 'section' || row[column].trim() === '')
  );
}
