import type { Cents } from '@lowtide/core/money/cents.ts';
import type { Column } from '../ui/DataTable.tsx';
import { Figure, Money } from '../ui/Figure.tsx';
import { dollars } from '@lowtide/core/money/dollars.ts';

interface Shown {
  readonly amountCents: Cents;
  readonly figure?: string | undefined;
}

/** A line of a printed statement: an account, or a sum in strong type. */
export interface StatementRow {
  readonly key: string;
  readonly code: string;
  readonly name: string;
  readonly amounts: readonly Shown[];
  readonly strong: boolean;
}

export interface Group {
  readonly lines: readonly { readonly code: string; readonly name: string; readonly amounts: readonly Shown[] }[];
  readonly totals: readonly Cents[];
}

export function groupRows(name: string, group: Group): readonly StatementRow[] {
  return [...group.lines.map((line) => ({ ...line, key: line.code, strong: false })), sumRow(name, group.totals)];
}

export function sumRow(name: string, totals: readonly Cents[]): StatementRow {
  return figuresRow(
    name,
    totals.map((amountCents) => ({ amountCents })),
  );
}

export function figuresRow(name: string, amounts: readonly Shown[], strong = true): StatementRow {
  return { key: name, code: '', name, amounts, strong };
}

/** Code, name, and one column of amounts for each head. */
export function statementColumns(heads: readonly string[]): readonly Column<StatementRow>[] {
  return [
    { id: 'code', head: 'Account', width: '64px', cell: ({ code }) => code },
    { id: 'name', head: 'Name', cell: ({ name }) => name },
    ...heads.map((head, index): Column<StatementRow> => ({
      id: head,
      head,
      figures: true,
      cell: ({ name, amounts }) => {
        const amount = amounts[index];
        if (amount === undefined) return null;
        return amount.figure === undefined ? (
          <Figure
            label={name}
            text={dollars(amount.amountCents)}
            tone={amount.amountCents < 0 ? 'trouble' : undefined}
          />
        ) : (
          <Money label={name} money={amount} />
        );
      },
    })),
  ];
}
