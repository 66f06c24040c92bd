import type { Warning } from '../../problems/problem.ts';
import { billGroups } from './bill-rows.ts';
import { BILL_COLUMNS, type BillRow } from './form.ts';

/** What a bill says once, on its first line. */
const ONCE = ['datedOn', 'dueOn', 'total'] as const;

/** Cells that are typed in and not looked at: a later line of a bill says again, and otherwise, what its first line says. */
export function unreadCells(rows: readonly BillRow[]): readonly Warning[] {
  return billGroups(rows).flatMap(([head, ...later]) =>
    later.flatMap(({ row, place }) =>
      ONCE.filter((id) => row[id].trim() !== '' && row[id].trim() !== head?.row[id].trim()).map((id): Warning => ({
        ...{ at: `rows/${place}/${id}`, kind: 'counts-on-first-line' },
        field: BILL_COLUMNS.find((column) => column.id === id)?.head ?? id,
      })),
    ),
  );
}
