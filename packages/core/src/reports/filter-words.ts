import { dayText, isIsoDate, isoDate } from '../calendar/iso-date.ts';
import { understoodNumber } from '../documents/understood-cell.ts';
import type { TableColumn } from './table.ts';
import { AMONG, testWords, type Filter } from './table-view.ts';

/** A filter in words: `client is Corvane Port`. */
export function filterWords(columns: readonly TableColumn[], { column: id, test, typed }: Filter): string {
  const column = columns.find((one) => one.id === id);
  if (column === undefined) return id;
  return `${column.head.toLowerCase()} ${testWords(column, test)} ${valueWords(column, typed)}`;
}

/** What was typed, as values of the column are shown. */
function valueWords({ holds }: TableColumn, typed: string): string {
  if (typed === '') return 'empty';
  if (holds === 'text') return typed.split(AMONG).join(', ');
  if (holds === 'day') return isIsoDate(typed) ? dayText(isoDate(typed)) : typed;
  if (holds === 'percent') return `${understoodNumber(typed, 4) ?? typed} %`;
  return understoodNumber(typed, holds === 'money' ? 2 : 4) ?? typed;
}
