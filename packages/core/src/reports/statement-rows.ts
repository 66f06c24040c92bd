import type { z } from 'zod';
import type { StatementGroup } from './income-statement/shape.ts';
import { tableOf, traced, type Cell, type ColumnOf, type Table } from './table.ts';

/** A line of a printed statement: an account, or a sum in strong type. */
export interface StatementRow {
  readonly code: string;
  readonly name: string;
  readonly amounts: readonly Cell[];
  readonly strong: boolean;
}

type Group = z.output<typeof StatementGroup>;

/** The accounts of a group, and what they add up to. */
export function groupRows(name: string, { lines, totals }: Group): readonly StatementRow[] {
  const accounts = lines.map((line) => ({ ...line, amounts: line.amounts.map(traced), strong: false }));
  return [...accounts, sumRow(name, totals)];
}

export function sumRow(name: string, totals: readonly number[]): StatementRow {
  return { code: '', name, amounts: totals.map((value) => ({ value })), strong: true };
}

export function figuresRow(name: string, amounts: readonly Cell[], strong: boolean): StatementRow {
  return { code: '', name, amounts, strong };
}

/** Code, name, and one column of amounts for each head; `file` names them in files. */
export function statementTable(rows: readonly StatementRow[], heads: readonly { head: string; file: string }[]): Table {
  const columns: readonly ColumnOf<StatementRow>[] = [
    { id: 'code', head: 'Account', file: 'code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Name', file: 'name', holds: 'text', of: ({ name }) => name },
    ...heads.map(({ head, file }, place): ColumnOf<StatementRow> => ({
      ...{ id: `amount-${place === 0 ? 'first' : 'second'}`, head, file, holds: 'money' },
      of: ({ amounts }) => amounts[place] ?? { value: null },
    })),
  ];
  return tableOf(columns, rows, {
    key: ({ code, name }) => code || name,
    name: ({ name }) => name,
    tone: ({ strong }) => (strong ? 'strong' : undefined),
  });
}
