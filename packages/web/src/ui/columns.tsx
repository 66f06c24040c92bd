import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { Ratio } from '@lowtide/core/money/ratio.ts';
import type { Column } from './table-column.ts';
import { Amount, Money, Percent, type MoneyProps, type Tone } from './Figure.tsx';

interface MoneyColumn<Row> {
  readonly id: string;
  readonly head: string;
  readonly of: (row: Row) => MoneyProps['money'];
  /** What the row is called, for those who do not see it. */
  readonly named: (row: Row) => string;
  readonly tone?: Tone | undefined;
  readonly total?: Cents;
}

/** Amounts that can be traced. */
export function moneyColumn<Row>({ id, head, of, named, tone, total }: MoneyColumn<Row>): Column<Row> {
  return {
    id,
    head,
    figures: true,
    sortBy: (row) => of(row).amountCents,
    cell: (row) => <Money label={`${head}, ${named(row)}`} money={of(row)} tone={tone} />,
    ...(total === undefined ? {} : { total: dollars(total) }),
  };
}

interface AmountColumn<Row> {
  readonly id: string;
  readonly head: string;
  readonly of: (row: Row) => Cents;
  readonly tone?: Tone | undefined;
  readonly total?: Cents;
}

/** Amounts that stand for themselves. */
export function amountColumn<Row>({ id, head, of, tone, total }: AmountColumn<Row>): Column<Row> {
  return {
    id,
    head,
    figures: true,
    sortBy: of,
    cell: (row) => <Amount cents={of(row)} tone={tone} />,
    ...(total === undefined ? {} : { total: dollars(total) }),
  };
}

interface PercentColumn<Row> {
  readonly id: string;
  readonly head: string;
  readonly of: (row: Row) => Ratio | null;
  readonly named: (row: Row) => string;
  readonly figure?: (row: Row) => string | undefined;
  readonly decimals?: number;
}

/** Shares; those that are none sort below all others. */
export function percentColumn<Row>({ id, head, of, named, figure, decimals = 1 }: PercentColumn<Row>): Column<Row> {
  const value = (row: Row): number => {
    const ratio = of(row);
    return ratio === null ? Number.NEGATIVE_INFINITY : ratio.numerator / ratio.denominator;
  };
  return {
    id,
    head,
    figures: true,
    sortBy: value,
    cell: (row) => (
      <Percent label={`${head}, ${named(row)}`} ratio={of(row)} decimals={decimals} figure={figure?.(row)} />
    ),
  };
}

interface TextColumn<Row> {
  readonly id: string;
  readonly head: string;
  readonly of: (row: Row) => string;
  /** Gives way where the table is wide. */
  readonly gives?: boolean;
  readonly total?: string;
}

export function textColumn<Row>({ id, head, of, gives = false, total }: TextColumn<Row>): Column<Row> {
  return { id, head, gives, sortBy: of, cell: of, ...(total === undefined ? {} : { total }) };
}
