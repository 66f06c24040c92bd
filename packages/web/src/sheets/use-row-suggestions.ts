import type { SheetColumn } from '@lowtide/core/documents/sheet-column.ts';
import type { Sheet } from '@lowtide/core/documents/sheets.ts';
import { useRead } from '../api/books-api.ts';
import type { GridRow } from '../entry/grid/grid-edits.ts';
import type { Suggestion } from '../entry/grid/SuggestionList.tsx';
import { useSuggestions, type Addable } from '../entry/grid/use-suggestions.ts';
import { ruleSuggestion } from './rule-suggestion.ts';

interface Rows {
  readonly columns: readonly SheetColumn[];
  readonly cells: readonly GridRow[];
  /** The row that the cursor is in. */
  readonly at: number;
  readonly add: (kind: Addable, typed: string) => void;
}

/** What the cells of a sheet offer; among the projects of a bill, the coding that a rule proposes for its row. */
export function useRowSuggestions({ kind }: Sheet, { columns, cells, at, add }: Rows) {
  const projectOf = (row: GridRow | undefined): string => row?.['project'] ?? '';
  const suggestions = useSuggestions(projectOf(cells[at]), add);
  const { answer: reference } = useRead('reference', {});
  const { answer: rules } = useRead('records', kind === 'bills' ? { params: { kind: 'coding-rule' } } : null);
  const ruled = (row: GridRow, typed: string): readonly Suggestion[] => {
    const head = cells.slice(0, at + 1).findLast(({ supplier = '' }) => supplier.trim() !== '');
    const says = { supplier: head?.['supplier'] ?? '', text: row['text'] ?? '', typed };
    return ruleSuggestion(rules?.rows ?? [], reference?.suppliers ?? [], says);
  };
  return (row: GridRow, column: string, typed: string): readonly Suggestion[] | null => {
    const holds = columns.find(({ id }) => id === column)?.holds ?? 'text';
    const offered = suggestions({ holds, column, typed, project: projectOf(row) });
    if (column !== 'project' || kind !== 'bills' || offered === null) return offered;
    // Whoever types a project and goes on takes the project alone: a rule is taken by choosing it.
    const first = typed.trim() === '' ? 0 : 1;
    return [...offered.slice(0, first), ...ruled(row, typed), ...offered.slice(first)];
  };
}
