import { openingChoices } from '@lowtide/core/documents/opening/balance-of.ts';
import type { CellHolds } from '@lowtide/core/documents/sheet-column.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useRead, type Answer } from '../../api/books-api.ts';
import {
  accountSuggestions,
  codingSuggestions,
  costTypeSuggestions,
  named,
  projectSuggestions,
} from './pick-suggestions.ts';
import type { Suggestion } from './SuggestionList.tsx';

/** What can be added without leaving the sheet. */
export type Addable = 'supplier' | 'project';

interface Asking {
  readonly holds: CellHolds;
  readonly column: string;
  readonly typed: string;
  /** What the row has as its project. */
  readonly project: string;
}

/** What a cell offers by what it holds; codings are of the project of the row the cursor is in. */
export function useSuggestions(cursorProject: string, add: (kind: Addable, typed: string) => void) {
  const { through } = useShownBooks();
  const { answer: reference } = useRead('reference', {});
  const code = cursorProject.trim().toLowerCase();
  const project = reference?.projects.find((each) => each.code.toLowerCase() === code);
  const stands = useRead(
    'budgetStands',
    project === undefined ? null : { query: { project: String(project.id), through } },
  );
  // Asked once a sheet is open that may name orders.
  const orders = useRead('orders', { query: { through, show: 'open' } }).answer?.rows ?? [];
  const addition = (kind: Addable, typed: string): readonly Suggestion[] =>
    typed === '' ? [] : [{ code: '+', name: `Add ${kind} “${typed}” …`, patch: {}, act: () => add(kind, typed) }];
  const isAsked = project !== undefined && stands.answer === undefined && stands.trouble === undefined;
  return (asking: Asking): readonly Suggestion[] | null => {
    const needsLines = asking.holds === 'code' || asking.holds === 'coding or account';
    if (!reference || (needsLines && isAsked)) return null;
    return offered(asking, { reference, lines: stands.answer?.lines ?? [], orders, addition });
  };
}

const PAY_WORDS = [
  { code: 'regular', name: 'one time' },
  { code: 'overtime', name: 'OT, one and a half times' },
  { code: 'double', name: 'DT, two times' },
  { code: 'leave', name: 'paid time off, without a project' },
];
const SPREAD_WORDS = [
  { code: 'amount', name: 'by what the other lines come to' },
  { code: 'quantity', name: 'by their units' },
];
const OPENING_CHOICES = openingChoices([]);
const YES_OR_NO = [
  { code: 'yes', name: 'billed to the client' },
  { code: 'no', name: 'free of charge' },
];

interface Offers {
  readonly reference: Answer<'reference'>;
  readonly lines: Answer<'budgetStands'>['lines'];
  readonly orders: Answer<'orders'>['rows'];
  readonly addition: (kind: Addable, typed: string) => readonly Suggestion[];
}

function offered({ holds, column, typed, project }: Asking, { reference, lines, orders, addition }: Offers) {
  const withoutProject = project.trim() === '';
  switch (holds) {
    case 'supplier':
      return [...named(reference.suppliers, column, typed), ...addition('supplier', typed)];
    case 'client':
      return named(reference.clients, column, typed);
    case 'client or supplier':
      return named([...reference.clients, ...reference.suppliers], column, typed);
    case 'employee':
      return named(reference.employees, column, typed);
    case 'employee or equipment':
      return named([...reference.employees, ...reference.equipment], column, typed);
    case 'activity':
      return named(reference.activities, column, typed);
    case 'tax code':
      return named(reference.taxCodes, column, typed);
    case 'project':
      return [...projectSuggestions(reference, typed), ...addition('project', typed)];
    case 'account':
      return accountSuggestions(reference, column, typed);
    case 'opening balance':
      return [...named(OPENING_CHOICES, column, typed), ...accountSuggestions(reference, column, typed)];
    case 'coding or account':
      return withoutProject ? accountSuggestions(reference, column, typed) : codingSuggestions(reference, lines, typed);
    case 'code':
      return withoutProject ? [] : codingSuggestions(reference, lines, typed);
    case 'cost type':
      return costTypeSuggestions(typed);
    case 'pay':
      return named(PAY_WORDS, column, typed);
    case 'yes or no':
      return named(YES_OR_NO, column, typed);
    case 'order':
    case 'order line':
      return orderSuggestions(orders, { column, typed, isLine: holds === 'order line' });
    case 'paid from':
      return named([...reference.paidFrom, ...reference.employees], column, typed);
    case 'spread':
      return named(SPREAD_WORDS, column, typed);
    case 'day':
    case 'hours':
    case 'money':
    case 'scheduled line':
    case 'share of contract':
    case 'quantity':
    case 'text':
      return [];
  }
}

interface OrderAsking {
  readonly column: string;
  readonly typed: string;
  /** A line of an order is asked for: then the order is only the first half. */
  readonly isLine: boolean;
}

/** Open orders by number, supplier or what they are for. */
function orderSuggestions(
  orders: Answer<'orders'>['rows'],
  { column, typed, isLine }: OrderAsking,
): readonly Suggestion[] {
  const list = orders.map(({ number, supplier, memo }) => ({
    code: isLine ? `${number}/1` : number,
    name: [supplier, memo].filter((text) => text !== '').join(' · '),
  }));
  return named(list, column, typed);
}
