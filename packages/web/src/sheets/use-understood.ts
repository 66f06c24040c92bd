import { useMemo } from 'react';
import { typedDate } from '@lowtide/core/calendar/typed-date.ts';
import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import { found } from '@lowtide/core/lookup/lookup.ts';
import type { CellHolds, SheetColumn } from '@lowtide/core/documents/sheet-column.ts';
import { openingChoices } from '@lowtide/core/documents/opening/balance-of.ts';
import { understoodCell } from '@lowtide/core/documents/understood-cell.ts';
import { useDayOrder } from '../ui/day-order.ts';
import { useRead, type Answer } from '../api/books-api.ts';
import type { Understood } from '../entry/grid/grid-props.ts';

type Reference = Answer<'reference'>;

/** What the cells of a sheet were understood as: figures and days as they read, and the names of codes. */
export function useUnderstood(columns: readonly SheetColumn[], month: Month): Understood {
  const order = useDayOrder();
  const { answer: reference } = useRead('reference', {});
  const shape = columns.map(({ id, holds }) => `${id} ${holds}`).join('\n');
  return useMemo(() => {
    const holds = new Map(
      shape.split('\n').map((each) => [each.split(' ')[0] ?? '', each.slice(each.indexOf(' ') + 1)]),
    );
    return (row, column) => {
      const typed = row[column] ?? '';
      if (typed.trim() === '') return undefined;
      const held = (holds.get(column) ?? 'text') as CellHolds;
      const monthEnd = lastDay(month);
      // A due day is told from the day of its bill, as it is read.
      const near = column === 'dueOn' ? (typedDate(row['datedOn'] ?? '', monthEnd, order) ?? monthEnd) : monthEnd;
      const text = understoodCell(held, typed, { near, order });
      const named = reference === undefined ? undefined : namedAs(held, typed, { reference, row });
      return { text: text ?? named?.code, name: named?.name };
    };
  }, [shape, month, reference, order]);
}

interface Lists {
  readonly reference: Reference;
  readonly row: Readonly<Record<string, string>>;
}

function namedAs(holds: CellHolds, typed: string, { reference, row }: Lists) {
  const list = LISTS[holds]?.({ reference, row });
  const looked =
    list === undefined ? null : found<{ code: string; name: string }>(list, typed.slice(typed.lastIndexOf('/') + 1));
  if (looked?.kind !== 'found') return undefined;
  const { code, name } = looked.value;
  // A phase before the code stays as it was typed.
  return { code: typed.includes('/') ? typed : code, name };
}

/** What names a code in a cell that holds such a thing. */
const LISTS: {
  readonly [H in CellHolds]?: (lists: Lists) => readonly { readonly code: string; readonly name: string }[];
} = {
  supplier: ({ reference }) => reference.suppliers,
  client: ({ reference }) => reference.clients,
  employee: ({ reference }) => reference.employees,
  'employee or equipment': ({ reference }) => [...reference.employees, ...reference.equipment],
  activity: ({ reference }) => reference.activities,
  project: ({ reference }) => reference.projects,
  account: ({ reference }) => reference.accounts,
  'opening balance': ({ reference }) => [...openingChoices([]), ...reference.accounts],
  code: ({ reference }) => reference.costCodes,
  'coding or account': ({ reference, row }) =>
    (row['project'] ?? '').trim() === '' ? reference.accounts : reference.costCodes,
};
