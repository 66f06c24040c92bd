import type { z } from 'zod';
import type { StatementGroup } from './income-statement/shape.ts';
import { tableOf, traced, type Cell, type ColumnOf, type Table, type TableRow } from './table.ts';

/** A line of a printed statement: an account, or a sum in strong type. */
export interface StatementRow {
  readonly code: string;
  readonly name: string;
  readonly amounts: readonly Cell[];
  readonly strong: boolean;
  /** The rows it adds up, by `statementKey`. */
  readonly adds?: TableRow['adds'];
}

type Group = z.output<typeof StatementGroup>;

/** What a row of a statement is known by: the code of its account, or its name. */
export function statementKey({ code, name }: Pick<StatementRow, 'code' | 'name'>): string {
  return code || name;
}

/** The accounts of a group, and what they add up to. */
export function groupRows(name: string, { lines, totals }: Group): readonly StatementRow[] {
  const accounts = lines.map((line) => ({ ...line, amounts: line.amounts.map(traced), strong: false }));
  return [...accounts, { ...sumRow(name, totals), adds: accounts.map((line) => ({ key: statementKey(line) })) }];
}

/** A sum of other rows by their names; a name after a minus sign is taken off. */
export function sumRow(name: string, totals: readonly number[], of: readonly string[] = []): StatementRow {
  return figuresRow(
    name,
    totals.map((value) => ({ value })),
    { of },
  );
}

/** A row with figures of its own: a sum of other rows where those are named. */
export function figuresRow(
  name: string,
  amounts: readonly Cell[],
  { of = [], strong = true }: { readonly of?: readonly string[]; readonly strong?: boolean } = {},
): StatementRow {
  const adds = of.map((each) =>
    each.startsWith('−') ? { key: each.slice(1), isTakenOff: true as const } : { key: each },
  );
  return { code: '', name, amounts, strong, ...(adds.length === 0 ? {} : { adds }) };
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
    key: statementKey,
    name: ({ name }) => name,
    tone: ({ strong }) => (strong ? 'strong' : undefined),
    adds: ({ adds }) => adds,
  });
}
